export function LensScreen() {
  return null;
}

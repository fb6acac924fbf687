export function FocusScreen() {
  return null;
}

export function TargetScreen() {
  return null;
}

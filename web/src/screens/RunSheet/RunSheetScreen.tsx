export function RunSheetScreen() {
  return null;
}

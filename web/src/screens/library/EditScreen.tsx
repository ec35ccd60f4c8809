export function EditScreen() {
  return null;
}

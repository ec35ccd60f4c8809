export function LibraryScreen() {
  return <p>LibraryScreen</p>;
}

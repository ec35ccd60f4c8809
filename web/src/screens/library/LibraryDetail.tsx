export function LibraryDetail() {
  return <p>LibraryDetail</p>;
}

export function PartsScreen() {
  return <p>PartsScreen</p>;
}

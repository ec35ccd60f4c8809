export function BriefScreen() {
  return <p>BriefScreen</p>;
}

export function GearingScreen() {
  return <p>GearingScreen</p>;
}

export function WeightScreen() {
  return <p>WeightScreen</p>;
}

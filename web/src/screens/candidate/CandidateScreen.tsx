export function CandidateScreen() {
  return <p>CandidateScreen</p>;
}

import { makeFinding, type Finding, type FitClaim, type State, type Subject } from '../../model/index.ts';

export interface ClaimGroup {
  readonly about: FitClaim['about'];
  readonly names: readonly string[];
  readonly fits: readonly FitClaim[];
  readonly doesNot: readonly FitClaim[];
  readonly contradict: boolean;
  /** What would settle it, as the claims say. */
  readonly tests: readonly string[];
}

/** Claims about the same thing together, in the order in which they were noted; nothing is merged or thrown away. */
export function groupClaims(claims: readonly FitClaim[], nameOf: (id: string) => string): ClaimGroup[] {
  const groups = new Map<string, FitClaim[]>();
  for (const claim of claims) {
    const key = JSON.stringify(Object.entries(claim.about).sort());
    groups.set(key, [...(groups.get(key) ?? []), claim]);
  }
  return [...groups.values()].map((list) => {
    const fits = list.filter((c) => c.says === 'fits');
    const doesNot = list.filter((c) => c.says === 'does not fit');
    return {
      about: list[0]!.about,
      names: Object.values(list[0]!.about).map(nameOf),
      fits,
      doesNot,
      contradict: fits.length > 0 && doesNot.length > 0,
      tests: [...new Set(list.flatMap((c) => c.test ?? []))],
    };
  });
}

const NUMBERS = ['No one', 'One', 'Two', 'Three', 'Four', 'Five'];
const people = (n: number) => NUMBERS[n] ?? String(n);

const MOUNTING: ReadonlySet<string> = new Set(['mount kit', 'mount', 'crossmember']);

/**
 * What others say about something that this candidate has, beside what Sable’s own measure says of it: of mounts every claim, of
 * the fit those that contradict one another. Nobody’s word clears or blocks anything.
 */
export function claimFindings(subject: Subject, step: 'fit' | 'mounts', measuredState: State): Finding[] {
  const { chassis, candidate, engine, gearbox, parts, dressing } = subject;
  const has = new Map<string, string>([
    [engine.id, engine.shortName],
    [gearbox.id, gearbox.shortName],
    ...dressing.map((d): [string, string] => [d.id, d.name]),
    ...parts.map((p): [string, string] => [p.id, p.name]),
    ...(chassis?.obstacles ?? []).map((o): [string, string] => [o.id, o.name]),
  ]);
  const ofMounts = ({ about }: ClaimGroup) =>
    parts.some((p) => p.id === about.partId && MOUNTING.has(p.class)) && about.obstacleId === undefined;
  return groupClaims(chassis?.claims ?? [], (id) => has.get(id) ?? id)
    .filter((g) => Object.values(g.about).every((id) => has.has(id)) && ofMounts(g) === (step === 'mounts'))
    .filter((g) => g.contradict || step === 'mounts')
    .map((g) => {
      const agreed = !g.contradict && (measuredState === 'clear' || measuredState === 'tight') === g.fits.length > 0;
      const say = (list: readonly FitClaim[], what: string) =>
        `${people(list.length)} ${list.length === 1 ? 'says' : 'say'} ${what}`;
      const title = g.contradict
        ? `${say(g.fits, 'it fits')}, ${people(g.doesNot.length).toLowerCase()} that it doesn’t`
        : g.fits.length > 0
          ? say(g.fits, 'it fits')
          : say(g.doesNot, 'it doesn’t fit');
      return makeFinding({
        id: `claims-${Object.values(g.about).join('-')}`,
        state: agreed ? 'clear' : 'tight',
        step,
        title: `${title}: ${g.names.join(', ')}`,
        because:
          [...g.fits, ...g.doesNot].map((c) => `${c.by} (${c.evidence}): ${c.words}`).join(' · ') +
          ` · Measured here, ${candidate.letter} is ${measuredState}${step === 'mounts' ? ' in its mounts' : ''}.` +
          (g.tests.length > 0 ? ` Deciding test: ${g.tests.join('; ')}.` : ''),
        about: Object.values(g.about),
      });
    });
}

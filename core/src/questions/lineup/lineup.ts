import {
  type Build,
  type Candidate,
  type Check,
  type CheckId,
  type Finding,
  type State,
  STATES,
  type Verdictable,
} from '../../model/index.ts';
import { capital, say } from '../../units/index.ts';

interface CandidateVerdict {
  readonly candidateId: string;
  readonly state: State;
  readonly counts: Readonly<Record<State, number>>;
  /** Why it stands where it does, in one sentence. */
  readonly why: string;
}

export interface LineupVerdict {
  readonly leaderId: string | undefined;
  /** "C leads; B, E are out" */
  readonly headline: string;
  /** Why, against the next one. */
  readonly sentence: string;
  readonly candidates: readonly CandidateVerdict[];
  readonly findings: readonly Finding[];
}

const value = (a: Verdictable, id: CheckId): number | undefined => a.checks.find((c) => c.id === id)?.value;

/**
 * Who leads: the best state first, then the most mean power in the owner's band; those that tie with the most within their doubt go by
 * the lesser cost. Weights of the owner's own come with the verdict; until then the screen says that the band decides among equals.
 */
export function lineup(build: Build, assessments: readonly Verdictable[]): LineupVerdict {
  const byId = new Map(assessments.map((a) => [a.candidateId, a]));
  const entries = build.candidates.flatMap((candidate) => {
    const assessment = byId.get(candidate.id);
    return assessment ? [{ candidate, assessment }] : [];
  });
  const verdicts = entries.map(({ candidate, assessment }) => verdictOf(candidate, assessment));
  if (entries.length === 0) {
    return {
      leaderId: undefined,
      headline: 'No candidate yet',
      sentence: 'Add an engine and a gearbox to start.',
      candidates: [],
      findings: [],
    };
  }
  const ranked = STATES.flatMap((state) => inOrder(entries.filter((e) => e.assessment.state === state)));
  const findings = peakLosesInBand(entries);
  const first = ranked[0]!;
  const out = entries.filter((e) => e.assessment.state === 'blocked').map((e) => e.candidate.letter);
  if (first.assessment.state === 'blocked') {
    return {
      leaderId: undefined,
      headline: entries.length === 1 ? `${first.candidate.letter} fails` : 'No candidate meets all requirements',
      sentence: `Closest: ${first.candidate.letter} (${lowerFirst(worstTitle(first.assessment))}).`,
      candidates: verdicts,
      findings,
    };
  }
  const second = ranked[1];
  const outWords = out.length === 0 ? '' : `; ${joinLetters(out)} rejected`;
  return {
    leaderId: first.candidate.id,
    headline:
      entries.length === 1
        ? `Only ${first.candidate.letter} meets all requirements`
        : `${first.candidate.letter} leads${outWords}`,
    sentence: `${stateWords(first)}${second && second.assessment.state !== 'blocked' ? ` ${against(first, second, build.currency)}` : ''}`,
    candidates: verdicts,
    findings,
  };
}

interface Entry {
  readonly candidate: Candidate;
  readonly assessment: Verdictable;
}

const bandPower = ({ assessment }: Entry) => assessment.checks.find((c) => c.id === 'band-power');

/** Whether their powers in the band lie within their doubt of each other; of two that nobody knows as well. */
function ties(p: Entry, q: Entry): boolean {
  const [a, b] = [bandPower(p), bandPower(q)];
  if (a?.value === undefined || b?.value === undefined) return a?.value === b?.value;
  return Math.abs(a.value - b.value) <= Math.hypot(a.plusMinus ?? 0, b.plusMinus ?? 0);
}

/**
 * Of one state: the most power in the band with all that tie with it, |ΔP| ≤ √(s₁² + s₂²), by cost among themselves; then the most of those
 * that are left. Whoever stands where in the list makes no difference.
 */
function inOrder(entries: readonly Entry[]): Entry[] {
  const byLetter = (p: Entry, q: Entry) => p.candidate.letter.localeCompare(q.candidate.letter);
  const cost = ({ assessment }: Entry) => value(assessment, 'budget') ?? Infinity;
  const ordered: Entry[] = [];
  let left = [...entries].sort((p, q) => (bandPower(q)?.value ?? -1) - (bandPower(p)?.value ?? -1) || byLetter(p, q));
  while (left.length > 0) {
    const most = left[0]!;
    const group = left.filter((e) => ties(most, e));
    ordered.push(...group.sort((p, q) => (cost(p) === cost(q) ? byLetter(p, q) : cost(p) - cost(q))));
    left = left.filter((e) => !group.includes(e));
  }
  return ordered;
}

function stateWords({ candidate, assessment }: Entry): string {
  switch (assessment.state) {
    case 'clear':
      return `${candidate.name} meets all requirements.`;
    case 'tight':
      return `${candidate.name} meets all requirements. Smallest margin: ${lowerFirst(worstTitle(assessment))}.`;
    case 'unknown':
      return `${candidate.name}: no known failure, but data is missing: ${lowerFirst(asSentence(worstTitle(assessment)))}`;
    case 'blocked':
      return `${candidate.name} is blocked.`;
  }
}

/** The leader against the next: band power and money, in words. */
function against(first: Entry, second: Entry, currency: string): string {
  const p1 = value(first.assessment, 'band-power');
  const p2 = value(second.assessment, 'band-power');
  const c1 = value(first.assessment, 'budget');
  const c2 = value(second.assessment, 'budget');
  const parts: string[] = [];
  if (p1 !== undefined && p2 !== undefined && p2 > 0) {
    const share = (p1 / p2 - 1) * 100;
    if (Math.abs(share) >= 1)
      parts.push(
        `${say(Math.abs(share), 'percent', { digits: 0 })} ${share > 0 ? 'more' : 'less'} mean power in the rpm range than ${second.candidate.letter}${ties(first, second) ? ', within their uncertainty' : ''}`,
      );
    else parts.push(`same mean power in the rpm range as ${second.candidate.letter}`);
  }
  if (c1 !== undefined && c2 !== undefined) {
    const d = c1 - c2;
    if (Math.abs(d) >= 1) parts.push(`for ${say(Math.abs(d), 'money', { currency })} ${d < 0 ? 'less' : 'more'}`);
  }
  const better = STATES.indexOf(first.assessment.state) < STATES.indexOf(second.assessment.state);
  const reason = better ? ` ${second.candidate.letter} is ${second.assessment.state}.` : '';
  return parts.length === 0 ? reason.trim() : `${capital(parts.join(', '))}.${reason}`;
}

/** The peak-power winner that does not win where the owner drives. */
function peakLosesInBand(entries: readonly Entry[]): Finding[] {
  const known = entries.flatMap((e) => {
    const peak = e.assessment.checks.find((c) => c.id === 'power-now');
    const band = e.assessment.checks.find((c) => c.id === 'band-power');
    return peak?.value !== undefined && band?.value !== undefined
      ? [{ e, peak: peak as Known, band: band as Known }]
      : [];
  });
  if (known.length < 2) return [];
  const byPeak = known.reduce((best, k) => (k.peak.value > best.peak.value ? k : best));
  const byBand = known.reduce((best, k) => (k.band.value > best.band.value ? k : best));
  if (byPeak === byBand) return [];
  const share = (1 - byPeak.band.value / byBand.band.value) * 100;
  return [
    {
      id: 'peak-loses-in-band',
      state: 'clear',
      step: 'gearing',
      title: `${byPeak.e.candidate.letter} has the highest peak power but less power in the rpm range`,
      because: `${byPeak.e.candidate.name} peaks at ${say(byPeak.peak.value, 'powerKw')}, the highest, but its mean in the rpm range is ${say(byPeak.band.value, 'powerKw')}, compared with ${say(byBand.band.value, 'powerKw')} of ${byBand.e.candidate.letter}: ${say(share, 'percent', { digits: 0 })} less.`,
      figure: byPeak.band.value,
      limit: byBand.band.value,
      quantity: 'powerKw',
      about: [byPeak.e.candidate.id, byBand.e.candidate.id],
      missing: [],
      remedies: [],
    },
  ];
}

type Known = Check & { value: number };

function verdictOf(candidate: Candidate, a: Verdictable): CandidateVerdict {
  const counts: Record<State, number> = { clear: 0, tight: 0, unknown: 0, blocked: 0 };
  for (const f of a.findings) counts[f.state]++;
  const why = a.state === 'clear' ? `All ${a.findings.length} findings are clear.` : asSentence(worstTitle(a));
  return { candidateId: candidate.id, state: a.state, counts, why };
}

/** The title of the first finding in the candidate's own state. */
export function worstTitle(a: Verdictable): string {
  return a.findings.find((f) => f.state === a.state)?.title ?? 'see findings';
}

/** A title with a full stop, unless it asks. */
const asSentence = (title: string) => (title.endsWith('?') ? title : `${title}.`);
const lowerFirst = (s: string) => (/^[A-Z][a-z]/.test(s) ? s.charAt(0).toLowerCase() + s.slice(1) : s);
const joinLetters = (letters: readonly string[]) =>
  letters.length < 2 ? letters.join('') : `${letters.slice(0, -1).join(', ')} and ${letters.at(-1)}`;

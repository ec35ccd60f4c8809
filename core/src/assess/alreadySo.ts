import { keepsEngine, keepsGearbox, staysPut, type Check, type Finding, type Subject } from '../model/index.ts';

const WORDS = 'Unchanged from the original car.';

/** A miss is worse than before once it has grown by this share of the figure that the car as found has. */
const WORSE_BY = 0.1;

interface Judged {
  readonly state: Finding['state'];
  readonly limit?: number | undefined;
  readonly because: string;
}

/** Both miss the same limit, and the swap has not made it worse by a tenth; without figures both have to say the same. */
function noWorse(
  now: Judged & { figure?: number | undefined },
  was: Judged & { figure?: number | undefined },
): boolean {
  if (now.figure === undefined || was.figure === undefined || now.limit === undefined || was.limit === undefined)
    return now.because === was.because;
  const miss = Math.abs(now.figure - now.limit) - Math.abs(was.figure - was.limit);
  return miss < WORSE_BY * Math.abs(was.figure) || miss === 0;
}

/**
 * Whether a finding is about something that the swap leaves in the car: of an engine, a gearbox or a place in the bay that is
 * another one now, it says nothing that the old one missed too.
 */
function sameThing(subject: Subject, { step, about }: Pick<Finding, 'step' | 'about'>): boolean {
  if (step === 'fit' || step === 'joints' || step === 'wiring') return staysPut(subject);
  if (step === 'donors') return keepsEngine(subject);
  return !(
    (about.includes(subject.engine.id) && !keepsEngine(subject)) ||
    (about.includes(subject.gearbox.id) && !keepsGearbox(subject))
  );
}

/** What the brief asks for, in the words of its checks; a wish that the old car did not fulfil either is still a wish. */
const WISHED_CHECKS = [
  'gate-noise',
  'gate-noise-later',
  'gate-circuit-noise',
  'gate-circuit-noise-later',
  'gate-wheel',
  'gate-displacement',
  'gate-power',
  'gate-mass',
  'gate-wheel-power',
  'power-now',
  'band-torque',
  'cruise',
  'hill',
  'mass-change',
  'budget',
  'hours',
] as const satisfies readonly Check['id'][];
/** Wishes that are kept or missed as a whole have no row of figures. */
const WISHES: ReadonlySet<string> = new Set<string>([
  ...WISHED_CHECKS,
  'gate-cylinders',
  'gate-induction',
  'gate-gears',
  'gate-gear-cut',
  'gate-fuel',
  'gate-reversible',
  'gate-original-look',
]);

function told<T extends Judged>(now: T, id: string, was: Judged): T {
  const soft = now.state === 'blocked' && was.state === 'blocked' && !WISHES.has(id);
  return { ...now, state: soft ? 'tight' : now.state, because: `${now.because} ${WORDS}` };
}

const missed = (state: Finding['state']) => state === 'blocked' || state === 'tight';

/**
 * A limit that the car as found misses too is tight, and says so, unless the swap makes it worse by a tenth or more or it is a
 * limit of what the swap replaces. What the brief asks for stays blocked, and says so.
 */
export function alreadySo(
  subject: Subject,
  judged: { readonly checks: readonly Check[]; readonly findings: readonly Finding[] },
  found: { readonly checks: readonly Check[]; readonly findings: readonly Finding[] },
): { readonly checks: readonly Check[]; readonly findings: readonly Finding[] } {
  const ofCheck = new Set<string>(judged.checks.map((c) => c.id));
  const findings = judged.findings.map((now) => {
    const was = missed(now.state) ? found.findings.find((f) => f.id === now.id) : undefined;
    if (!was || !missed(was.state) || (now.state === 'blocked' && was.state !== 'blocked')) return now;
    // What is no limit of one thing, such as what gives up first, is the same only where engine and gearbox are.
    const same = ofCheck.has(now.id) ? sameThing(subject, now) : keepsEngine(subject) && keepsGearbox(subject);
    if (!(WISHES.has(now.id) || same) || !noWorse(now, was)) return now;
    return told(now, now.id, was);
  });
  const softened = new Map(findings.flatMap((f, i) => (f === judged.findings[i] ? [] : [[f.id, f] as const])));
  const said = new Set(judged.findings.map((f) => f.id));
  const checks = judged.checks.map((now) => {
    const finding = softened.get(now.id);
    if (finding) return { ...now, state: finding.state, because: `${now.because} ${WORDS}` };
    // A row of the line-up that no finding says by itself, such as the smallest margin.
    if (said.has(now.id) || now.state !== 'blocked') return now;
    const was = found.checks.find((c) => c.id === now.id);
    if (was?.state !== 'blocked' || !sameThing(subject, { step: now.step, about: [] })) return now;
    return noWorse({ ...now, figure: now.value }, { ...was, figure: was.value }) ? told(now, now.id, was) : now;
  });
  const changed = softened.size > 0 || checks.some((c, i) => c !== judged.checks[i]);
  return changed ? { checks, findings } : judged;
}

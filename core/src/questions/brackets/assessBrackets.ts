import {
  BRACKET,
  findingOf,
  makeCheck,
  makeFinding,
  MissingInput,
  worstState,
  type Check,
  type CheckResult,
  type Finding,
  type MadeBracket,
  type Remedy,
  type Subject,
} from '../../model/index.ts';
import { attempt, capital, propagate, say, type Derived } from '../../units/index.ts';
import { length, sub, type Convex } from '../../geometry/index.ts';
import {
  caseWords,
  mountInUse,
  seatsOf,
  type MountFigures,
  type MountInUse,
  type MountsResult,
} from '../mounts/index.ts';
import { claimFindings } from '../claims/index.ts';
import { designOf, linkBodies } from './design.ts';
import { besideOf, proposedBracket } from './proposed.ts';
import { leverOf, NEAR_MM } from './span.ts';
import { BRACKET_GIVES, METALS, plateBent, SAFETY, tubeBent } from './strength.ts';

const ROW = {
  id: 'mounts-brackets',
  step: 'mounts',
  group: 'Mounts',
  title: 'Bracket stress, share of permitted',
  quantity: 'percent',
  limitKind: 'at most',
  limit: 100,
  span: 100,
} as const;
/** A mount stands on its chassis mount where it is this near, its own height with it, mm. */
const STANDS_ON_MM = 60;

/** A bracket as the screen draws it and the bill lists it. */
export interface BracketFigures {
  readonly mountId: string;
  readonly leverMm: number;
  /** Of what it may bear at the worst load, %; undefined where the load is not known. */
  readonly usedPct: number | undefined;
  readonly givesMm: number | undefined;
  /** Undefined while something that it is drawn from is missing. */
  readonly massKg: number | undefined;
}

export interface BracketsFigures {
  readonly brackets: readonly BracketFigures[];
}

export interface BracketsResult extends CheckResult {
  readonly figures: BracketsFigures;
  /** What of them stands in the bay, by the id of their mount. */
  readonly bodies: ReadonlyMap<string, readonly Convex[]>;
}

const NONE: BracketsResult = { checks: [], findings: [], figures: { brackets: [] }, bodies: new Map() };

/** What a bracket is, in words with its sizes. */
export function bracketWords({ metal, widthMm, thicknessMm, tube }: MadeBracket): string {
  const mm = (v: number) => say(v, 'lengthMm', { digits: 1 });
  return tube
    ? `${metal} tube ${mm(tube.outerDiameterMm)} × ${mm(tube.wallMm)}`
    : `${metal} plate ${mm(widthMm)} × ${mm(thicknessMm)}`;
}

/** Whether every mount is joined to its boss, and whether what was made for it bears its worst load. */
export function assessBrackets(subject: Subject, mounts: MountsResult | undefined): BracketsResult {
  const { candidate, chassis } = subject;
  const found = mounts?.figures;
  const fitted = candidate.mounts ?? [];
  if (!chassis || !found || fitted.length === 0) return NONE;
  const inCar = { ...subject, chassis };
  const seats = seatsOf(inCar);
  const findings: Finding[] = [];
  const brackets: BracketFigures[] = [];
  const bodies = new Map<string, readonly Convex[]>();
  const used: { readonly name: string; readonly pct: Derived; readonly words: string }[] = [];
  let open = 0;
  let supplied = 0;
  fitted.forEach((f, i) => {
    if (f.link) {
      const link = attempt(() => linkBodies(inCar, mountInUse(inCar, f, seats)));
      if (link.ok && link.value.length > 0) bodies.set(f.id, link.value);
      return;
    }
    const at = `/candidates/${candidate.id}/mounts/${i}`;
    const tried = attempt(() => mountInUse(inCar, f, seats));
    // What is missing of the mount itself is said where it is judged.
    if (!tried.ok) {
      open++;
      return;
    }
    const mount = tried.value;
    findings.push(...standing(mount));
    const span = attempt(() => leverOf(subject, mount));
    if (!span.ok) {
      if (!(span.fault instanceof MissingInput)) throw span.fault;
      open++;
      findings.push(unknown(mount, `${f.name}: mounting point missing`, span.fault.message, [span.fault.pointer]));
      return;
    }
    const leverMm = span.value;
    const figures = found.mounts.find((m) => m.id === f.id);
    if (f.bracket === undefined) {
      const kit = subject.library.parts.find((p) => p.id === f.partId);
      if (leverMm <= NEAR_MM) return;
      if (kit && kit.class !== 'mount') {
        supplied++;
        return;
      }
      open++;
      findings.push({
        ...unknown(
          mount,
          `${f.name}: no bracket to its boss, ${say(leverMm, 'lengthMm', { digits: 0 })} away`,
          'Select: supplied, original or fabricated bracket.',
          [`${at}/bracket`],
        ),
        remedies: remediesOf(mount, figures, leverMm),
      });
      return;
    }
    if (f.bracket.from === 'supplied') {
      supplied++;
      return;
    }
    const made = f.bracket;
    const drawn = attempt(() => designOf(subject, mount, made));
    if (!drawn.ok)
      findings.push({
        ...unknown(
          mount,
          drawn.fault instanceof MissingInput
            ? `The bracket of the ${f.name} can’t be drawn yet: ${drawn.fault.label} missing`
            : `The bracket of the ${f.name} can’t be drawn`,
          drawn.fault instanceof MissingInput
            ? `${drawn.fault.message} Without it there is no template, and whether it clears the bay is not known.`
            : drawn.fault.message,
          [drawn.fault.pointer],
        ),
        id: `mounts-bracket-drawn-${f.id}`,
      });
    const design = drawn.ok ? drawn.value : undefined;
    if (design) bodies.set(f.id, design.bodies);
    const worst = found.drive ? figures?.worst : undefined;
    if (!worst) {
      open++;
      brackets.push({ mountId: f.id, leverMm, usedPct: undefined, givesMm: undefined, massKg: design?.massKg });
      findings.push(
        unknown(
          mount,
          `Bracket of the ${f.name}: data missing`,
          'Its worst load is not known: see what is missing of the mounts and of the drive torque.',
          [...new Set(mounts.findings.flatMap((x) => x.missing))],
        ),
      );
      return;
    }
    const bent = (loadN: number) =>
      made.tube
        ? tubeBent(loadN, leverMm, design?.tube?.besideMm ?? besideOf(made.tube), made.tube, made.metal)
        : plateBent(loadN, leverMm, made.widthMm, made.thicknessMm, made.metal);
    const bears = METALS[made.metal].yieldMpa / SAFETY;
    const pct = propagate(
      { load: { value: worst.loadN, plusMinus: worst.plusMinusN, evidence: worst.evidence } },
      (v) => (100 * bent(v.load).stressMpa) / bears,
      () => `load of the ${f.name}`,
    );
    const { givesMm } = bent(worst.loadN);
    brackets.push({ mountId: f.id, leverMm, usedPct: pct.value, givesMm, massKg: design?.massKg });
    const words = `${bracketWords(made)}, ${say(worst.loadN, 'forceN')} in ${caseWords(worst.case)} at ${say(leverMm, 'lengthMm', { digits: 0 })}`;
    used.push({ name: f.name, pct, words });
    const over = pct.value > 100;
    const soft = mount.school !== 'solid' && givesMm > BRACKET_GIVES * worst.deflectionMm;
    if (over || soft)
      findings.push(
        makeFinding({
          id: `mounts-bracket-${f.id}`,
          state: over ? 'blocked' : 'tight',
          step: 'mounts',
          title: over
            ? `The bracket of the ${f.name} is too weak: ${say(pct.value, 'percent', { digits: 0 })} of its permitted load`
            : `The bracket of the ${f.name} deflects ${say(givesMm, 'lengthMm', { digits: 2 })}, more than a tenth of its mount’s deflection`,
          because: `${capital(words)}; ${SAFETY} times that load must stay below yield. ${
            over
              ? ''
              : `Mount deflection ${say(worst.deflectionMm, 'lengthMm', { digits: 1 })} there: a soft bracket vibrates. `
          }Welds require inspection by a licensed person.`,
          about: [f.id],
          remedies: remediesOf(mount, figures, leverMm),
        }),
      );
  });
  const check = row(used, open, supplied);
  findings.push(
    ...claimFindings(
      subject,
      'mounts',
      worstState([...mounts.checks, ...mounts.findings, ...findings, check].map((x) => x.state)),
    ),
  );
  findings.unshift(findingOf(check, titleOf(check, used), { about: [candidate.id] }));
  return { checks: [check], findings, figures: { brackets }, bodies };
}

function unknown(mount: MountInUse, title: string, because: string, missing: readonly string[]): Finding {
  return makeFinding({
    id: `mounts-bracket-${mount.fitted.id}`,
    state: 'unknown',
    step: 'mounts',
    title,
    because,
    about: [mount.fitted.id],
    missing: [...missing],
  });
}

/** A mount that stands away from its chassis mount needs something under it, which nobody has said. */
function standing({ fitted, pad, atMm }: MountInUse): Finding[] {
  const away = pad ? length(sub(atMm, pad.atMm)) : 0;
  if (away <= STANDS_ON_MM) return [];
  return [
    makeFinding({
      id: `mounts-stand-${fitted.id}`,
      state: 'unknown',
      step: 'mounts',
      title: `${fitted.name}: ${say(away, 'lengthMm', { digits: 0 })} from its chassis mount, support missing`,
      because: 'Move it to the chassis mount, or enter a chassis mount at its position.',
      about: [fitted.id],
      missing: ['/chassis/pads'],
    }),
  ];
}

/** A bracket that would do, in the metal of the one that is there. */
function remediesOf(mount: MountInUse, figures: MountFigures | undefined, leverMm: number): Remedy[] {
  const worst = figures?.worst;
  if (!worst) return [];
  const was = mount.fitted.bracket?.from === 'made' ? mount.fitted.bracket : undefined;
  const would = proposedBracket(
    {
      loadN: worst.loadN + worst.plusMinusN,
      leverMm,
      mountGivesMm: mount.school === 'solid' ? undefined : worst.deflectionMm,
    },
    was?.metal ?? 'steel',
  );
  if (!would) return [];
  const { tube: _tube, ...kept } = was ?? {};
  return [
    {
      title: `Make it of ${bracketWords(would)}`,
      cost: (was?.price ?? BRACKET.price).likely,
      hours: (was?.hours ?? BRACKET.hours).likely,
      accept: { kind: 'bracket', mountId: mount.fitted.id, ...kept, ...would },
    },
  ];
}

function row(
  used: readonly { readonly name: string; readonly pct: Derived; readonly words: string }[],
  open: number,
  supplied: number,
): Check {
  const top = used.length > 0 ? used.reduce((a, b) => (b.pct.value > a.pct.value ? b : a)) : undefined;
  const bought =
    supplied > 0
      ? ` ${supplied} ${supplied === 1 ? 'comes' : 'come'} with the mount or ${supplied === 1 ? 'stays' : 'stay'} as found: rating by its manufacturer.`
      : '';
  const lacking = open > 0 ? ` ${open} ${open === 1 ? 'is' : 'are'} open.` : '';
  if (!top)
    return makeCheck({
      ...ROW,
      figure: undefined,
      limitKind: 'info',
      state: open > 0 ? 'unknown' : 'clear',
      because:
        open > 0
          ? `What joins boss and mount is not known.${bought}`
          : bought.trim() || 'All mounts are directly on their bosses.',
    });
  return makeCheck({
    ...ROW,
    figure: top.pct,
    ...(open > 0 && top.pct.value <= 100 ? { state: 'unknown' as const } : {}),
    because: `${capital(top.name)}: ${top.words}.${lacking}${bought}`,
  });
}

function titleOf(check: Check, used: readonly { readonly name: string }[]): string {
  if (check.state === 'unknown') return 'Whether every mount is joined to its boss is not known';
  if (check.state === 'blocked') return 'A bracket is too weak for its load';
  if (check.state === 'tight') return 'Bracket strength met, but margin less than uncertainty';
  return used.length > 0 ? 'All brackets carry their worst load' : 'All mounts are supplied with brackets';
}

import type { Build, Library } from '../../model/index.ts';
import { unmeasuredOf } from '../fit/index.ts';
import { carGaps } from '../survey/index.ts';

/** One step from an empty shop to an own car that is judged. */
export interface OwnCarStep {
  readonly id: 'engine' | 'gearbox' | 'build' | 'car' | 'out' | 'candidate' | 'place' | 'bay' | 'price' | 'read';
  readonly title: string;
  /** What is done in it, and how long that takes with the papers at hand, minutes. */
  readonly words: string;
  readonly minutes: number;
  /** Nothing of it is missing. */
  readonly done: boolean;
  /** What of it is missing, by name. */
  readonly missing: readonly string[];
  /** Under the build, or of the whole program where it begins with “/”. */
  readonly path: string;
}

/** What of the car the first line-up needs; the survey asks for the rest, and says what each buys. */
const FIRST_OF_CAR: ReadonlySet<string> = new Set([
  '/chassis/axleRatios',
  '/chassis/tyres',
  '/chassis/wheelbaseMm',
  '/chassis/weighing/frontKg',
  '/chassis/weighing/rearKg',
]);

/**
 * The way from an empty shop to a judged car, in the order in which one goes it: what is missing of each step, and where it is entered.
 * A step counts as done by what is in the data, not by having been visited. Before there is a build its steps wait.
 */
export function ownCarSteps(library: Library, build: Build | undefined): OwnCarStep[] {
  const engines = library.engines.filter((e) => !e.retired);
  const gearboxes = library.gearboxes.filter((g) => !g.retired);
  const chassis = build?.chassis;
  const [candidate] = build?.candidates ?? [];
  const engine = engines.find((e) => e.id === candidate?.engineId);
  const of = (known: boolean, what: string) => (known ? [] : [what]);
  const step = (of_: Omit<OwnCarStep, 'done'>): OwnCarStep => ({ ...of_, done: of_.missing.length === 0 });
  const car = chassis
    ? carGaps(chassis)
        .filter((g) => FIRST_OF_CAR.has(g.pointer))
        .map((g) => g.label)
    : ['the car'];
  const bay = chassis ? unmeasuredOf(chassis).map((b) => b.name) : ['the bay'];
  return [
    step({
      id: 'engine',
      title: 'An engine',
      words: 'Name, bore and stroke, a curve, a mass with what it includes; three measurements by tape give its shape.',
      minutes: 8,
      missing: of(engines.length > 0, 'an engine'),
      path: '/library/engines/new/edit',
    }),
    step({
      id: 'gearbox',
      title: 'A gearbox',
      words: 'Type, ratios, mass; four measurements by tape give its shape.',
      minutes: 3,
      missing: of(gearboxes.length > 0, 'a gearbox'),
      path: '/library/gearboxes/new/edit',
    }),
    step({
      id: 'build',
      title: 'A build for the car',
      words: 'A name, and what it is for: where you drive, what it must make, what it may not.',
      minutes: 2,
      missing: of(build !== undefined, 'a build'),
      path: build ? 'brief' : '/shop',
    }),
    step({
      id: 'car',
      title: 'The car itself',
      words: 'What it is, what is in it, what it weighs and on what it runs.',
      minutes: 5,
      missing: car,
      path: 'survey',
    }),
    step({
      id: 'out',
      title: 'What comes out',
      words: 'Mass and position of the old engine and gearbox.',
      minutes: 3,
      missing: of((chassis?.lumps.length ?? 0) > 0, 'what leaves the car'),
      path: 'survey',
    }),
    step({
      id: 'candidate',
      title: 'A candidate',
      words: 'Engine, gearbox, final drive and tyres.',
      minutes: 1,
      missing: of(candidate !== undefined, 'a candidate'),
      path: 'survey',
    }),
    step({
      id: 'place',
      title: 'Engine position',
      words: 'Crank axis at the rear face of the block: X forward of axle, Y left of centreline, Z above floor.',
      minutes: 2,
      missing: of(candidate !== undefined && !candidate.unplaced, 'its place'),
      path: candidate ? `candidate?c=${candidate.id}` : 'survey',
    }),
    step({
      id: 'bay',
      title: 'The bay by tape',
      words: 'What decides first, each by a few lengths.',
      minutes: 12,
      missing: bay,
      path: 'survey',
    }),
    step({
      id: 'price',
      title: 'What it costs',
      words: 'A price for the engine, or the advert that you would answer.',
      minutes: 2,
      missing: of(engine?.price !== undefined || candidate?.bought !== undefined, 'a price or an offer'),
      path: engine ? `/library/engines/${engine.id}/edit` : '/library/offers/new/edit',
    }),
    step({
      id: 'read',
      title: 'Read the line-up',
      words: 'What is blocked, what is tight, and what is still unknown, with what to enter.',
      minutes: 2,
      missing: of(candidate !== undefined, 'a candidate'),
      path: 'line-up',
    }),
  ];
}

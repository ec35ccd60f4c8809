import { torqueFrom } from '../questions/curve/index.ts';
import { convexOf } from '../geometry/index.ts';
import { readTyreCode } from '../questions/gearing/index.ts';
import type {
  Brief,
  Build,
  Candidate,
  Chassis,
  Engine,
  Family,
  Gearbox,
  Offer,
  Part,
  Solid,
  ThreePoint,
} from '../model/index.ts';
import { attempt, capital, InputError, pert } from '../units/index.ts';

/**
 * What a schema can't say: curves that rise, solids with a volume, prices in order, codes that can be read. Each throws
 * an InputError whose pointer names the field.
 */
function at<T>(pointer: string, work: () => T): T {
  const tried = attempt(work);
  if (tried.ok) return tried.value;
  throw new InputError(`${pointer}${tried.fault.pointer}`, tried.fault.message);
}

/** Refuses two things of one list with the same id: whatever refers to one would mean either. */
function refuseTwins(value: unknown, pointer: string): void {
  if (value === null || typeof value !== 'object') return;
  if (Array.isArray(value)) {
    const seen = new Map<string, number>();
    value.forEach((one: unknown, i) => {
      const { id, name } = (one ?? {}) as { readonly id?: unknown; readonly name?: unknown };
      if (typeof id !== 'string') return;
      const first = seen.get(id);
      if (first !== undefined)
        throw new InputError(
          `${pointer}/${i}/id`,
          `${typeof name === 'string' ? `“${name}”` : `Entry ${i + 1}`} has the id “${id}” of entry ${first + 1}. Choose another id.`,
        );
      seen.set(id, i);
    });
  }
  for (const [key, inside] of Object.entries(value))
    refuseTwins(inside, `${pointer}/${key.replaceAll('~', '~0').replaceAll('/', '~1')}`);
}

function checkPrice(pointer: string, price: ThreePoint | undefined): void {
  if (price) at(pointer, () => pert(price));
}

function checkSolids(pointer: string, solids: readonly { shape: Solid['shape'] }[]): void {
  solids.forEach((s, i) => at(`${pointer}/${i}`, () => convexOf(s.shape)));
}

export function checkEngine(engine: Engine, pointer = ''): void {
  refuseTwins(engine, pointer);
  engine.curves.forEach((c, i) =>
    torqueFrom(c.rpm, c.torqueNm, { rpm: `${pointer}/curves/${i}/rpm`, torque: `${pointer}/curves/${i}/torqueNm` }),
  );
  checkSolids(`${pointer}/solids`, engine.solids);
  engine.slots.forEach((slot, i) =>
    slot.options.forEach((option, k) => {
      checkSolids(`${pointer}/slots/${i}/options/${k}/solids`, option.solids);
      checkPrice(`${pointer}/slots/${i}/options/${k}/price`, option.price);
    }),
  );
  checkPrice(`${pointer}/price`, engine.price);
  if (engine.builtTo !== undefined && engine.builtFrom !== undefined && engine.builtTo < engine.builtFrom)
    throw new InputError(
      `${pointer}/builtTo`,
      `Built to, year: enter ${engine.builtFrom} or later; it is ${engine.builtTo}.`,
    );
}

export function checkGearbox(gearbox: Gearbox, pointer = ''): void {
  refuseTwins(gearbox, pointer);
  checkSolids(`${pointer}/solids`, gearbox.solids);
  checkPrice(`${pointer}/price`, gearbox.price);
  if (gearbox.newPrice) checkPrice(`${pointer}/newPrice`, gearbox.newPrice);
  gearbox.pairs?.forEach((p, i) => {
    checkPrice(`${pointer}/pairs/${i}/price`, p.price);
    checkPrice(`${pointer}/pairs/${i}/hours`, p.hours);
    if (p.gear > gearbox.ratios.length)
      throw new InputError(
        `${pointer}/pairs/${i}/gear`,
        `The gearbox has ${gearbox.ratios.length} gears; gear ${p.gear} does not exist.`,
      );
  });
  gearbox.ratings.forEach((r, i) => {
    if (!r.torqueNm && !(r.powerKw && r.atRpm))
      throw new InputError(
        `${pointer}/ratings/${i}/torqueNm`,
        'A rating needs a torque, or a power with its engine speed.',
      );
    if (r.gear !== undefined && r.gear > gearbox.ratios.length) {
      throw new InputError(
        `${pointer}/ratings/${i}/gear`,
        `The gearbox has ${gearbox.ratios.length} gears; gear ${r.gear} does not exist.`,
      );
    }
  });
}

export function checkPart(part: Part, pointer = ''): void {
  refuseTwins(part, pointer);
  checkSolids(`${pointer}/solids`, part.solids);
  checkPrice(`${pointer}/price`, part.price);
  checkPrice(`${pointer}/hours`, part.hours);
}

export function checkFamily(family: Family, pointer = ''): void {
  refuseTwins(family, pointer);
  if (family.rebuild) checkPrice(`${pointer}/rebuild`, family.rebuild);
  family.interchange.forEach((i, k) => {
    checkPrice(`${pointer}/interchange/${k}/price`, i.price);
    checkPrice(`${pointer}/interchange/${k}/hours`, i.hours);
  });
  family.marks.forEach((m, k) => {
    if (m.builtFrom !== undefined && m.builtTo !== undefined && m.builtTo < m.builtFrom)
      throw new InputError(
        `${pointer}/marks/${k}/builtTo`,
        `Built to, year: enter ${m.builtFrom} or later; it is ${m.builtTo}.`,
      );
  });
}

export function checkOffer(offer: Offer, pointer = ''): void {
  refuseTwins(offer, pointer);
  offer.resale.forEach((r, k) => checkPrice(`${pointer}/resale/${k}/price`, r.price));
  offer.otherMissing?.forEach((o, k) => o.price && checkPrice(`${pointer}/otherMissing/${k}/price`, o.price));
  for (const [k, item] of offer.missing.entries())
    if (offer.included.includes(item))
      throw new InputError(
        `${pointer}/missing/${k}`,
        `${capital(item)}: listed both as included and as missing. Remove it from one list.`,
      );
  if (offer.price !== undefined && offer.currency === undefined)
    throw new InputError(`${pointer}/currency`, 'Currency: enter the currency of the asking price.');
}

export function checkBrief(brief: Brief, pointer = ''): void {
  refuseTwins(brief, pointer);
  if (brief.band.highRpm <= brief.band.lowRpm) {
    throw new InputError(
      `${pointer}/band/highRpm`,
      `The upper rpm limit must be higher than the lower one, ${brief.band.lowRpm} rpm.`,
    );
  }
}

export function checkChassis(chassis: Chassis, pointer = ''): void {
  refuseTwins(chassis, pointer);
  checkSolids(`${pointer}/obstacles`, chassis.obstacles);
  chassis.tyres.forEach((t, i) => at(`${pointer}/tyres/${i}`, () => readTyreCode(t.code)));
  chassis.axleRatios.forEach((a, i) => checkPrice(`${pointer}/axleRatios/${i}/price`, a.price));
}

export function checkCandidate(candidate: Candidate, pointer = ''): void {
  refuseTwins(candidate, pointer);
  at(pointer, () => readTyreCode(candidate.tyreCode));
}

export function checkBuild(build: Build, pointer = ''): void {
  checkBrief(build.brief, `${pointer}/brief`);
  if (build.chassis) checkChassis(build.chassis, `${pointer}/chassis`);
  const seen = new Set<string>();
  build.candidates.forEach((c, i) => {
    checkCandidate(c, `${pointer}/candidates/${i}`);
    if (seen.has(c.id)) throw new InputError(`${pointer}/candidates/${i}/id`, `Two candidates have the id “${c.id}”.`);
    seen.add(c.id);
  });
  const chosen = build.decision.candidateId;
  if (chosen !== null && !seen.has(chosen))
    throw new InputError(`${pointer}/decision/candidateId`, `There is no candidate “${chosen}” to choose.`);
}

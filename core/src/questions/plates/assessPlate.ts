import { makeFinding, type AdapterPlate, type Finding, type Subject } from '../../model/index.ts';
import { attempt, say } from '../../units/index.ts';
import { plateInForce, type PlateInForce } from './inForce.ts';
import { overlay } from './pattern.ts';
import { plateWindow } from './window.ts';

const mm = (v: number) => say(v, 'lengthMm', { digits: 1 });

/** What an adapter plate is held to: metal between the holes of both patterns, and a thickness that shaft, pilot and hub allow. */
export function plateFindings(subject: Pick<Subject, 'candidate' | 'engine' | 'gearbox'>): Finding[] {
  const { candidate } = subject;
  const making = candidate.fabricated?.some((f) => f.joint === 'bell') === true;
  const at = `/candidates/${candidate.id}/plate`;
  const inForce = plateInForce(subject);
  const known = inForce.engine.holes.length > 0 && inForce.gearbox.holes.length > 0;
  // Both faces known from the library are a plate as soon as somebody means to make one.
  if (!candidate.plate && !(making && known))
    return making
      ? [
          makeFinding({
            id: 'plate-drawn',
            state: 'unknown',
            step: 'joints',
            title: 'The adapter plate is not drawn: whether both patterns go into one plate is not known',
            because:
              'Enter the holes of block and bellhousing, and what the input shaft allows, at the plate bench in Joints.',
            about: [candidate.id],
            missing: [at],
          }),
        ]
      : [];
  return [...holes(inForce, subject, at), ...thickness(inForce.plate, at)].map((f) => ({
    ...f,
    about: [candidate.id],
  }));
}

function holes(
  { plate: { engineHoles, gearboxHoles, clockingDeg }, ...pattern }: PlateInForce,
  { engine, gearbox }: Pick<Subject, 'engine' | 'gearbox'>,
  at: string,
): Finding[] {
  if (engineHoles.length === 0 || gearboxHoles.length === 0)
    return [
      makeFinding({
        id: 'plate-holes',
        state: 'unknown',
        step: 'joints',
        title: `The ${engineHoles.length === 0 ? 'block' : 'bellhousing'} pattern of the adapter plate is not entered`,
        because: 'Without both there is no plate.',
        missing: [`${at}/${engineHoles.length === 0 ? 'engineHoles' : 'gearboxHoles'}`],
      }),
    ];
  const found = overlay(engineHoles, gearboxHoles, clockingDeg);
  // Each of two holes is off by so much at most.
  const both = [pattern.engine.plusMinusMm, pattern.gearbox.plusMinusMm];
  const [one, other] = both;
  const doubt = one === undefined || other === undefined ? undefined : Math.hypot(one, other);
  const told = [...new Set(both)].flatMap((p) => (p === undefined ? [] : [mm(p)])).join(' and ');
  const untold = [
    ...(one === undefined
      ? [pattern.engine.from === 'plate' ? `${at}/plusMinusMm` : `/engines/${engine.id}/bellPattern/plusMinusMm`]
      : []),
    ...(other === undefined
      ? [pattern.gearbox.from === 'plate' ? `${at}/plusMinusMm` : `/gearboxes/${gearbox.id}/bellPattern/plusMinusMm`]
      : []),
  ];
  const [worst] = found.clashes;
  const spare = found.least ? found.least.ligamentMm - found.least.neededMm : Infinity;
  const state = worst ? 'blocked' : doubt === undefined ? 'unknown' : spare < doubt ? 'tight' : 'clear';
  return [
    makeFinding({
      id: 'plate-holes',
      state,
      step: 'joints',
      title: worst
        ? `${found.clashes.length === 1 ? 'Two holes' : `${found.clashes.length} pairs of holes`} of the adapter plate clash: ${worst.a} and ${worst.b} leave ${mm(worst.ligamentMm)}, ${mm(worst.neededMm)} is needed`
        : state === 'unknown'
          ? 'How surely the holes of the adapter plate were measured is not known'
          : 'Both bolt patterns go into one plate',
      because: `Metal between two holes: one diameter of the larger. ${found.least ? `Least ${mm(found.least.ligamentMm)}, between ${found.least.a} and ${found.least.b}.` : 'Every hole serves both.'}${doubt === undefined ? ' Enter the ± of a hole.' : ` Each is placed to ± ${told}.`}`,
      ...(found.least
        ? { figure: found.least.ligamentMm, limit: found.least.neededMm, quantity: 'lengthMm' as const }
        : {}),
      ...(doubt === undefined ? {} : { plusMinus: doubt, evidence: 'measured' as const }),
      missing: state === 'unknown' ? [...new Set(untold)] : [],
    }),
  ];
}

function thickness(plate: AdapterPlate, at: string): Finding[] {
  if (!plate.stack)
    return [
      makeFinding({
        id: 'plate-thickness',
        state: 'unknown',
        step: 'joints',
        title: 'How thick the adapter plate may be is not known',
        because: 'Inputs: protrusion of the input shaft, pilot depth, position of spline and hub.',
        missing: [`${at}/stack`],
      }),
    ];
  const tried = attempt(() => plateWindow(plate.stack!));
  if (!tried.ok)
    return [
      makeFinding({
        id: 'plate-thickness',
        state: 'unknown',
        step: 'joints',
        title: 'Adapter plate thickness cannot be calculated',
        because: tried.fault.message,
        missing: [`${at}/stack${tried.fault.pointer}`],
      }),
    ];
  const w = tried.value;
  const t = plate.thicknessMm;
  if (!w.feasible)
    return [
      makeFinding({
        id: 'plate-thickness',
        state: 'blocked',
        step: 'joints',
        title: 'No thickness of plate suits input shaft, pilot and hub together',
        because: `Thinner is kept off by ${w.thinnestBy === 'nothing' ? 'the spline of the hub' : w.thinnestBy}, thicker by ${w.thickestBy}. A longer pilot bush, another hub or a spacer on the crank moves them.`,
      }),
    ];
  const range = `${mm(w.thinnestMm!)} to ${mm(w.thickestMm!)}`;
  const state = t === undefined ? 'unknown' : t < w.thinnestMm! || t > w.thickestMm! ? 'blocked' : 'clear';
  return [
    makeFinding({
      id: 'plate-thickness',
      state,
      step: 'joints',
      title:
        t === undefined
          ? `Adapter plate: permitted thickness ${range}, thickness missing`
          : state === 'blocked'
            ? `A plate of ${mm(t)} does not suit the input shaft: ${range}`
            : `A plate of ${mm(t)} suits input shaft, pilot and hub`,
      because: `Thinner: ${w.thinnestBy}. Thicker: ${w.thickestBy}. Spline engagement: ${mm(w.splineEngagementAtThinnestMm!)} at the thinnest.`,
      ...(t === undefined
        ? {}
        : {
            figure: t,
            limit: t < w.thinnestMm! ? w.thinnestMm! : w.thickestMm!,
            quantity: 'lengthMm' as const,
            evidence: 'measured' as const,
          }),
      missing: t === undefined ? [`${at}/thicknessMm`] : [],
    }),
  ];
}

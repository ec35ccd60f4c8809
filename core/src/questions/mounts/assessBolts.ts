import {
  GEARBOX_BOSS,
  makeCheck,
  makeFinding,
  type BossMaterial,
  type Check,
  type Finding,
  type FittedMount,
  type Subject,
} from '../../model/index.ts';
import { attempt, capital, say } from '../../units/index.ts';
import { boltInBoss, boltToBuy, readThread, tighteningNm } from './fasteners.ts';

const ROW = {
  id: 'mounts-bolts',
  step: 'mounts',
  group: 'Mounts',
  title: 'Mount bolts that do not hold',
  quantity: 'count',
  limitKind: 'at most',
  limit: 0,
  span: 3,
} as const;

interface Boss {
  readonly at: string;
  readonly thread: string;
  readonly material: BossMaterial | undefined;
  readonly depthMm: number | undefined;
}

/** What a mount bolts into. */
function bossOf({ engine, gearbox }: Subject, { bossId }: FittedMount): Boss | undefined {
  if (bossId === GEARBOX_BOSS) {
    const boss = gearbox.mountBoss;
    return (
      boss && {
        at: `/gearboxes/${gearbox.id}/mountBoss`,
        thread: boss.thread,
        material: boss.material,
        depthMm: boss.threadDepthMm?.value,
      }
    );
  }
  const index = engine.bosses.findIndex((b) => b.id === bossId);
  const boss = engine.bosses[index];
  return (
    boss && {
      at: `/engines/${engine.id}/bosses/${index}`,
      thread: boss.thread,
      material: boss.material,
      depthMm: boss.threadDepthMm?.value,
    }
  );
}

/** Bolts into the bosses: threads engaged against what the metal needs, and those that meet the ground of their hole. */
export function boltFindings(
  subject: Subject,
  mounts: readonly FittedMount[],
): { checks: Check[]; findings: Finding[] } {
  const bolted = mounts.filter((m) => m.bolt);
  if (bolted.length === 0) return { checks: [], findings: [] };
  const { candidate } = subject;
  const sound: string[] = [];
  const findings = bolted.flatMap((m): Finding[] => {
    const { lengthMm, stackMm, boltClass } = m.bolt!;
    const boss = bossOf(subject, m);
    const id = `mounts-bolt-${m.id}`;
    const open = (missing: string, because: string) => [
      makeFinding({
        id,
        state: 'unknown',
        step: 'mounts',
        title: `Bolt of the ${m.name}: data missing`,
        because,
        about: [m.id],
        missing: [missing],
      }),
    ];
    if (!boss)
      return open(
        m.bossId === GEARBOX_BOSS
          ? `/gearboxes/${subject.gearbox.id}/mountBoss`
          : `/candidates/${candidate.id}/mounts/${(candidate.mounts ?? []).indexOf(m)}/bossId`,
        'Material with the thread missing.',
      );
    const read = attempt(() => readThread(boss.thread, `${boss.at}/thread`));
    if (!read.ok) return open(`${boss.at}/thread`, read.fault.message);
    if (!boss.material)
      return open(`${boss.at}/material`, 'How much thread it needs depends on the metal of the boss.');
    const bolt = boltInBoss(read.value, boss.material, lengthMm, stackMm, boss.depthMm);
    const buy = boltToBuy(bolt);
    const name = `M${read.value.diameterMm} × ${lengthMm}`;
    const bottoms = bolt.bottomsByMm !== undefined && bolt.bottomsByMm > 0;
    const short = bolt.engagedMm < bolt.neededMm - 1e-9;
    const mm = (v: number) => say(v, 'lengthMm', { digits: 1 });
    const wants = `${mm(bolt.neededMm)} needed in ${boss.material}`;
    const instead = buy
      ? ` Buy ${buy} mm.`
      : bolt.mostLengthMm !== undefined && bolt.mostLengthMm < bolt.leastLengthMm
        ? ' The hole is not deep enough for any bolt: cut it deeper, fit an insert, or use a larger thread.'
        : '';
    const state = bottoms || short ? 'blocked' : boss.depthMm === undefined ? 'unknown' : 'clear';
    if (state === 'clear') {
      sound.push(
        `${m.name}: ${name} by ${mm(bolt.engagedMm)} of ${mm(bolt.neededMm)}${boltClass ? `, ${say(tighteningNm(read.value, boltClass), 'torqueNm')} at ${boltClass}` : ''}`,
      );
      return [];
    }
    return [
      makeFinding({
        id,
        state,
        step: 'mounts',
        title: bottoms
          ? `${capital(m.name)}: ${name} bottoms in its hole by ${mm(bolt.bottomsByMm)}`
          : short
            ? `${capital(m.name)}: ${name} thread engagement ${mm(bolt.engagedMm)}, ${wants}`
            : `${capital(m.name)}: whether ${name} bottoms in its hole is not known`,
        because: bottoms
          ? `It would be tight on the ground of the hole before it clamps anything, and can split the boss.${instead}`
          : short
            ? `Thread in: 1 diameter in steel, 1.5 in cast iron, 2 in aluminium.${instead}`
            : `Thread engagement ${mm(bolt.engagedMm)}, ${wants}; hole depth missing.`,
        figure: bolt.engagedMm,
        limit: bolt.neededMm,
        quantity: 'lengthMm',
        evidence: 'measured',
        about: [m.id],
        missing: state === 'unknown' ? [`${boss.at}/threadDepthMm`] : [],
      }),
    ];
  });
  const wrong = findings.filter((f) => f.state === 'blocked').length;
  const open = findings.filter((f) => f.state === 'unknown').length;
  const check = makeCheck({
    ...ROW,
    figure: { value: wrong, plusMinus: 0, evidence: 'measured', from: [] },
    ...(open > 0 && wrong === 0 ? { state: 'unknown' as const } : {}),
    because:
      wrong > 0
        ? `${wrong} of ${bolted.length} bolts bottom or have too little engagement.`
        : open > 0
          ? `${open} of ${bolted.length} are not known.`
          : 'Every bolt has thread enough and room below it.',
  });
  if (sound.length > 0)
    findings.push(
      makeFinding({
        id: 'mounts-bolts',
        state: 'clear',
        step: 'mounts',
        title:
          sound.length === bolted.length
            ? 'Every mount bolt holds, and none bottoms'
            : `${sound.length} of ${bolted.length} mount bolts hold`,
        because: `Thread engagement and tightening torque, dry: ${sound.join('; ')}. The manufacturer’s figure takes precedence; have critical joints inspected.`,
        about: [candidate.id],
      }),
    );
  return { checks: [check], findings };
}

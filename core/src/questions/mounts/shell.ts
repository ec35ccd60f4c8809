import { makeFinding, type ChassisMount, type Finding, type Subject } from '../../model/index.ts';
import { capital, say } from '../../units/index.ts';
import type { MountInUse } from './fittedMounts.ts';

/** Thinner shell than this spreads no mount's load without a plate under it, mm; trade. */
const THIN_MM = 1.5;

/** What a new chassis mount is welded or bolted to: thin shell wants a plate, and shell that nobody measured is not known. */
export function shellFindings({ chassis }: Pick<Subject, 'chassis'>, mounts: readonly MountInUse[]): Finding[] {
  const pads = new Map<string, ChassisMount>(mounts.flatMap((m) => (m.pad ? [[m.pad.id, m.pad]] : [])));
  return [...pads.values()].flatMap((pad): Finding[] => {
    const { made, reinforced, shellMm } = pad;
    if (made !== 'new' || reinforced) return [];
    const index = chassis?.pads.indexOf(pad) ?? -1;
    const open = shellMm === undefined;
    if (!open && shellMm.value >= THIN_MM) return [];
    return [
      makeFinding({
        id: `mounts-shell-${pad.id}`,
        state: open ? 'unknown' : 'tight',
        step: 'mounts',
        title: open
          ? `${capital(pad.name)}: base of the new mount unknown`
          : `${capital(pad.name)}: ${say(shellMm.value, 'lengthMm', { digits: 1 })} of shell: reinforcing plate required`,
        because:
          'A new mount on thin sheet metal tears out: add a reinforcement plate. Welds on the body require licensed inspection by local code.',
        about: [pad.id],
        missing: open && index >= 0 ? [`/chassis/pads/${index}/shellMm`] : [],
        ...(open
          ? {}
          : { figure: shellMm.value, limit: THIN_MM, quantity: 'lengthMm' as const, evidence: shellMm.evidence }),
      }),
    ];
  });
}

import type { Chassis, ObstacleRole, Taped } from '../../model/index.ts';
import { unmeasuredOf } from '../fit/index.ts';
import { missingOf } from './measurements.ts';
import { STATIONS, templateOf, templatesOf, type Station, type Template } from './obstacleTemplates.ts';

/** One body to be read at the car. `needed` says what nobody can tell without it; a bay says little then. */
export interface TapeEntry {
  readonly id: string;
  readonly name: string;
  readonly template: Template;
  readonly readings: Taped['readings'];
  readonly needed?: string;
}

export interface TapeStation {
  readonly station: Station;
  readonly entries: readonly TapeEntry[];
}

/** With `all`, whatever could be measured and does not stand in the bay; else what is begun and what a bay needs. */
export interface TapeListOptions {
  readonly all?: boolean;
  /** Include completed measurements whole, to be read again. */
  readonly read?: boolean;
}

/** What there is to read at the car, in the order of walking round it. */
export function tapeList(
  chassis: Chassis,
  { all = false, read = false }: TapeListOptions = {},
): readonly TapeStation[] {
  const tape = chassis.tape ?? [];
  const needed = new Map<ObstacleRole, string>(unmeasuredOf(chassis).map((e) => [e.roles[0]!, e.unknown]));
  const begun = tape.flatMap((t): TapeEntry[] => {
    const template = templateOf(t.template);
    return template && (read || missingOf(t).length > 0)
      ? [{ id: t.id, name: t.name, template, readings: t.readings }]
      : [];
  });
  const untaped = chassis.obstacles.filter((o) => !tape.some((t) => t.id === o.id));
  // Bodies that came in as they are have no template: one of the same kind counts.
  const stands = (t: Template) => tape.some((x) => x.template === t.key) || untaped.some((o) => o.role === t.role);
  const open = templatesOf(chassis)
    .filter((t) => !stands(t) && (all ? t.key !== 'other' : needed.has(t.role)))
    .map((template): TapeEntry => {
      const why = needed.get(template.role);
      return { id: template.key, name: template.name, template, readings: [], ...(why ? { needed: why } : {}) };
    });
  const entries = [...begun, ...open];
  return STATIONS.map((station) => ({
    station,
    entries: entries.filter((e) => e.template.station === station),
  })).filter((s) => s.entries.length > 0);
}

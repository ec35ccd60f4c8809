import { capital } from '@sable/core/units';
import type { MountTypeFigures } from '@sable/core';

/** Less than this is no reason to change mounts, mm. */
const WORTH_MM = 0.5;

/**
 * What another type would do, in a sentence: a firmer one where that frees something of a gap that is short, else the next softer
 * one, for what it does to the shake of idle. Figures as tokens.
 */
export function adviceOf(rows: readonly MountTypeFigures[]): string | undefined {
  const now = rows.find((r) => r.chosen);
  if (!now?.gap) return undefined;
  const short = now.gap.movementMm > now.gap.roomMm;
  const at = rows.indexOf(now);
  // Mixed ones stand last, and are neither softer nor firmer than another.
  if (now.type.includes(' and ')) return undefined;
  const softer = rows.slice(at + 1).find((r) => !r.type.includes(' and '));
  const firmer = rows[at - 1];
  // A firmer one is named where it gives a short gap something; else what another does to the shake is worth more.
  const gains = short && firmer?.gap !== undefined && now.gap.movementMm - firmer.gap.movementMm >= WORTH_MM;
  const other = gains ? firmer : (softer ?? firmer);
  if (!other?.gap) return undefined;
  const moves = other.gap.movementMm - now.gap.movementMm;
  const shake =
    other.idlePct !== undefined && now.idlePct !== undefined
      ? `, and transmits {{${other.idlePct}|percent|0}} of idle vibration instead of {{${now.idlePct}|percent|0}}`
      : '';
  return `${capital(other.type)} of the same size moves {{${Math.abs(moves)}|lengthMm|1}} ${moves < 0 ? 'less' : 'more'} at the tightest gap, ${other.gap.part} to ${other.gap.obstacle}${shake}.`;
}

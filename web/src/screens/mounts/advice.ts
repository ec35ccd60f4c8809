import type { MountTypeFigures } from '@sable/core';

const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1);

/**
 * What another type would do, in a sentence: a firmer one where the tightest gap is short of what it is moved, else a softer one
 * where more of the shake of idle comes through than is kept back, else the next softer one for comparison. Figures as tokens.
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
  const other = short ? (firmer ?? softer) : now.type === 'hydraulic' ? firmer : (softer ?? firmer);
  if (!other?.gap) return undefined;
  const moves = other.gap.movementMm - now.gap.movementMm;
  const shake =
    other.idlePct !== undefined && now.idlePct !== undefined
      ? `, and passes {{${other.idlePct}|percent|0}} of the shake of idle where {{${now.idlePct}|percent|0}} come through now`
      : '';
  return `${capital(other.type)} of the same size moves {{${Math.abs(moves)}|lengthMm|1}} ${moves < 0 ? 'less' : 'more'} at the tightest gap, ${other.gap.part} to ${other.gap.obstacle}${shake}.`;
}

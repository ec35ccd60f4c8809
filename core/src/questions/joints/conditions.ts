import { blockYears, hasBoss } from '../donor/index.ts';
import type { Condition, Part, Subject } from '../../model/index.ts';

/** Whether a condition of a part is true of what stands in the candidate. */
function holds(condition: Condition, subject: Subject, parts: readonly Part[], self: Part): boolean {
  switch (condition.what) {
    case 'engine':
      return subject.engine.id === condition.is;
    case 'family':
      return subject.engine.family === condition.is;
    case 'gearbox':
      return subject.gearbox.id === condition.is;
    case 'part':
      return parts.some((p) => p.id === condition.is);
    case 'class':
      return parts.some((p) => p !== self && p.class === condition.is);
    case 'dressing':
      return subject.dressing.some((d) => d.id === condition.is);
    case 'boss':
      // Not known from which year the block is: not refused here; that it must be read is a finding of its own.
      return hasBoss(subject.engine, condition.is, blockYears(subject)) !== 'no';
  }
}

/** What stops a part from being used beside the others: needs not met and things it can't stand beside. */
export function conflictsOf(
  part: Part,
  subject: Subject,
  parts: readonly Part[],
): { unmet: Condition[]; clashes: Condition[] } {
  return {
    unmet: part.requires.filter((c) => !holds(c, subject, parts, part)),
    clashes: part.excludes.filter((c) => holds(c, subject, parts, part)),
  };
}

import type { CheckId, Assessment, Check } from '@sable/core';

interface Row {
  readonly id: CheckId;
  readonly title: string;
  readonly sample: Check;
}

export interface RowGroup {
  readonly name: string;
  readonly rows: readonly Row[];
}

/** The rows of the line-up in working order: every check that any candidate has, in its group. */
export function rowGroups(assessments: readonly Assessment[]): RowGroup[] {
  const groups = new Map<string, Map<string, Row>>();
  for (const a of assessments) {
    for (const c of a.checks) {
      const group = groups.get(c.group) ?? new Map<string, Row>();
      groups.set(c.group, group);
      if (!group.has(c.id)) group.set(c.id, { id: c.id, title: c.title, sample: c });
    }
  }
  return [...groups].map(([name, rows]) => ({ name, rows: [...rows.values()] }));
}

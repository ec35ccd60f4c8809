import { GEARBOX_BOSS, makeFinding, type Finding, type FittedMount, type Subject } from '../../model/index.ts';
import { capital } from '../../units/index.ts';
import { blockYears, bossNamed, hasBoss, yearsOf } from '../donor/index.ts';

/** Mounts that bolt to bosses which this block has not, or which only some of its years have. */
export function bossesMissing(subject: Subject, mounts: readonly FittedMount[]): Finding[] {
  const { engine, candidate } = subject;
  const years = blockYears(subject);
  return mounts.flatMap((m): Finding[] => {
    if (m.bossId === undefined || m.bossId === GEARBOX_BOSS) return [];
    const has = hasBoss(engine, m.bossId, years);
    if (has === 'yes') return [];
    const boss = bossNamed(engine, m.bossId);
    const name = boss?.name ?? m.bossId;
    return [
      makeFinding({
        id: `mounts-boss-${m.id}`,
        // A boss that the library does not list may be there all the same.
        state: has === 'no' && boss ? 'blocked' : 'unknown',
        step: 'mounts',
        title:
          has === 'no' && boss
            ? `${capital(m.name)}: this block has no boss “${name}”`
            : `${capital(m.name)} bolts to the boss “${name}”: does this block have it?`,
        because: boss
          ? `It is in blocks cast from ${boss.fromYear} to ${boss.toYear}; this one is of ${yearsOf(years)}. Read its casting mark, or look.`
          : 'The engine has no such boss in the library.',
        about: [m.id],
        missing: !boss
          ? [`/engines/${engine.id}/bosses`]
          : has === 'some'
            ? [`/candidates/${candidate.id}/inspection`]
            : [],
      }),
    ];
  });
}

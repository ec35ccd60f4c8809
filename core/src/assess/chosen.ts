import { libraryInForce, makeFinding, STATES, type Candidate, type Library, type Setting } from '../model/index.ts';
import { whatChanged, type Changed } from '../questions/lineup/index.ts';
import { say } from '../units/index.ts';
import { assessIn, verdictOf, type Assessment } from './assess.ts';

/**
 * Judges a chosen candidate from the rows it was chosen with. Where today's library differs, a finding says what that would
 * change.
 */
export function assessChosen(setting: Setting, candidate: Candidate, today: Library, frozen: Library): Assessment {
  const { library, moved } = libraryInForce(today, frozen);
  const chosen = assessIn(setting, candidate, library);
  if (moved.length === 0) return chosen;
  const changes = whatChanged(chosen, assessIn(setting, candidate, today));
  const worse = changes.some((c) => STATES.indexOf(c.after.state) > STATES.indexOf(c.before.state));
  const finding = makeFinding({
    id: 'library-changed',
    state: worse ? 'tight' : 'clear',
    step: 'donors',
    title: `The library has changed since this was chosen: ${moved.join(', ')}`,
    because: `Calculated with the data at the time of selection. ${
      changes.length === 0
        ? 'Today’s library data would change no figure.'
        : `With today’s library data: ${changes.slice(0, SHOWN).map(changeWords).join('; ')}${changes.length > SHOWN ? `; and ${changes.length - SHOWN} more` : ''}. To use it, withdraw the selection and select again.`
    }`,
    about: [candidate.id],
  });
  const { figures } = chosen;
  const verdict = verdictOf(candidate, chosen.checks, [...chosen.findings, finding]);
  return figures ? { ...verdict, figures } : verdict;
}

const SHOWN = 4;

/** "Cruise rpm 2,684 to 2,863 rpm, clear to blocked". */
function changeWords({ title, quantity, before, after }: Changed): string {
  const value = (v: number | undefined) => (v === undefined ? 'unknown' : say(v, quantity));
  const figures = before.value === after.value ? '' : ` ${value(before.value)} to ${value(after.value)}`;
  const states = before.state === after.state ? '' : `${figures && ','} ${before.state} to ${after.state}`;
  return `${title}${figures}${states}`;
}

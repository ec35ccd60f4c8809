/** @jest-environment jsdom */
import type { Candidate } from '@sable/core';
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { second, tug } from '../../../../core/test/demo.ts';
import { actions, draw, open, openJudged, openUnjudged } from '../../testing/inBuild.tsx';

const { CandidateScreen } = await import('./CandidateScreen.tsx');

afterEach(() => {
  cleanup();
  actions.saveCandidate.mockClear();
  actions.removeCandidate.mockClear();
});
beforeEach(() => openJudged(tug, 'b'));

const type = (label: string, text: string) => {
  const box = screen.getByLabelText<HTMLInputElement>(label);
  fireEvent.change(box, { target: { value: text } });
  fireEvent.blur(box);
};
/** The list that is open. By its mark: looking for a role asks of everything on the screen whether it can be seen. */
const listbox = () => document.querySelector<HTMLElement>('[role="listbox"]')!;
const optionsOf = (list: HTMLElement) => [...list.querySelectorAll('[role="option"]')].map((o) => o.textContent);
/** Opens a list and picks from it. */
const pick = (label: string, choice: RegExp | string) => {
  fireEvent.mouseDown(screen.getByLabelText(label));
  fireEvent.click(within(listbox()).getByText(choice));
};
const saved = () => actions.saveCandidate.mock.calls.at(-1) as unknown as [Candidate, Candidate];
/** What a save changed, by field. */
const changed = () => {
  const [from, to] = saved();
  return Object.fromEntries(
    Object.entries(to).filter(([k, v]) => JSON.stringify(v) !== JSON.stringify(from[k as keyof Candidate])),
  );
};

describe('what it is made of', () => {
  test('each choice is saved as that field alone, from what was shown', () => {
    draw(<CandidateScreen />);
    type('Name', 'The tall one');
    expect(saved()[0]).toBe(open.candidate);
    expect(changed()).toEqual({ name: 'The tall one' });
    const other = open.library.gearboxes.find((g) => g.id !== open.candidate!.gearboxId && !g.retired)!;
    pick('Gearbox', other.name);
    expect(changed()).toEqual({ gearboxId: other.id });
  });

  test('another engine brings its own dressing, and its name where the name was only the old engine’s', () => {
    const engineName = open.library.engines.find((e) => e.id === open.candidate!.engineId)!.name;
    const other = open.library.engines.find((e) => e.id !== open.candidate!.engineId && !e.retired)!;
    draw(<CandidateScreen />);
    pick('Engine', other.name);
    expect(saved()[1]).toMatchObject({ engineId: other.id, dressing: {} });
    expect(saved()[1].name).toBe(open.candidate!.name === engineName ? other.name : open.candidate!.name);
    cleanup();
    openJudged({ ...tug, candidates: tug.candidates.map((c) => (c.id === 'b' ? { ...c, name: engineName } : c)) }, 'b');
    draw(<CandidateScreen />);
    pick('Engine', other.name);
    expect(saved()[1].name).toBe(other.name);
  });

  test('the final drives offered are the axle’s, the fitted one named', () => {
    draw(<CandidateScreen />);
    fireEvent.mouseDown(screen.getByLabelText('Final drive'));
    expect(optionsOf(listbox())).toEqual(
      tug.chassis!.axleRatios.map((r) => `${r.ratio.toFixed(2)}${r.fitted ? ', fitted' : ''}`),
    );
  });

  test('a tyre that no code says is told and not saved', () => {
    draw(<CandidateScreen />);
    const box = screen.getByLabelText('Tyres');
    fireEvent.change(box, { target: { value: 'wide ones' } });
    fireEvent.keyDown(box, { key: 'Enter' });
    expect(actions.saveCandidate).not.toHaveBeenCalled();
    expect(box.getAttribute('aria-invalid')).toBe('true');
    fireEvent.change(box, { target: { value: '195/60R15' } });
    fireEvent.keyDown(box, { key: 'Enter' });
    expect(changed()).toEqual({ tyreCode: '195/60R15' });
    expect(box.getAttribute('aria-invalid')).toBe('false');
  });

  test('where it sits is entered figure by figure, with a point or a comma and in any unit', () => {
    draw(<CandidateScreen />);
    for (const [label, key, text, value] of [
      ['X, forward of front axle', 'xMm', '-12', -12],
      ['Y, left of centreline', 'yMm', '7,5', 7.5],
      ['Z, above ground', 'zMm', '33 cm', 330],
      ['Pitch, nose up', 'pitchDeg', '3.4', 3.4],
      ['Roll, top to right', 'cantDeg', '-2', -2],
    ] as const) {
      type(label, text);
      expect(changed()).toEqual({ placement: { ...open.candidate!.placement, [key]: value } });
    }
  });

  test('a place that no engine has is told at its field and not saved', () => {
    draw(<CandidateScreen />);
    type('Pitch, nose up', '75');
    expect(actions.saveCandidate).not.toHaveBeenCalled();
    expect(screen.getByLabelText('Pitch, nose up').getAttribute('aria-invalid')).toBe('true');
  });

  test('in US units inches go in and millimetres are kept', () => {
    draw(<CandidateScreen />, 'us');
    type('Z, above ground', '13');
    expect((changed()['placement'] as Candidate['placement']).zMm).toBeCloseTo(330.2, 6);
  });
});

describe('parts accepted', () => {
  test('each stands with its price and can be left out alone', () => {
    draw(<CandidateScreen />);
    for (const id of open.candidate!.partIds) {
      const part = open.library.parts.find((p) => p.id === id)!;
      fireEvent.click(screen.getByLabelText(`Remove ${part.name}`));
      expect(changed()).toEqual({ partIds: open.candidate!.partIds.filter((x) => x !== id) });
    }
    expect(open.candidate!.partIds.length).toBeGreaterThan(1);
  });
  test('one that the library has lost is named by what it was called there', () => {
    const lost = tug.candidates.map((c) => (c.id === 'b' ? { ...c, partIds: [...c.partIds, 'gone-part'] } : c));
    openJudged({ ...tug, candidates: lost }, 'b');
    draw(<CandidateScreen />);
    expect(screen.getByText('gone-part (not in the library)')).toBeTruthy();
  });
  test('what is there already is not offered again', () => {
    draw(<CandidateScreen />);
    const box = screen.getByLabelText('Add a part');
    fireEvent.focus(box);
    fireEvent.keyDown(box, { key: 'ArrowDown' });
    const offered = optionsOf(listbox());
    const has = open.candidate!.partIds.map((id) => open.library.parts.find((p) => p.id === id)!.name);
    expect(offered.length).toBeGreaterThan(5);
    for (const name of has) expect(offered).not.toContain(name);
  });
});

describe('what it comes to', () => {
  test('before anything is changed it says so', () => {
    draw(<CandidateScreen />);
    expect(screen.getByText('No changes yet.')).toBeTruthy();
  });
  test('every finding that blocks it stands beside it', () => {
    draw(<CandidateScreen />);
    const { findings } = open.judged!.assessments.find((a) => a.candidateId === 'b')!;
    const said = document.body.textContent;
    const blocking = findings.filter((x) => x.state === 'blocked');
    expect(blocking.length).toBeGreaterThan(0);
    for (const f of blocking) expect(said).toContain(f.title.split('{{')[0]!.trim());
  });
  test('while it is judged the fields are there already', () => {
    openUnjudged(tug);
    draw(<CandidateScreen />);
    type('Name', 'early');
    expect(changed()).toEqual({ name: 'early' });
  });
});

test('taken out of the line-up it is asked for by its id', () => {
  draw(<CandidateScreen />);
  fireEvent.click(screen.getByText('Take B out of the line-up'));
  expect(actions.removeCandidate.mock.calls).toEqual([['b']]);
});

test('a build without candidates says so', () => {
  openJudged(second);
  open.candidate = undefined;
  draw(<CandidateScreen />);
  expect(document.body.textContent).toBe('There is no candidate yet.');
});

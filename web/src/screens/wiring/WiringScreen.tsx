import type { Candidate, Finding, Subject } from '@sable/core';
import { circuitsOf, plugsOf, scheduleOf, type JudgedCircuit, type Schedule } from '@sable/core/questions/wiring';
import { useMemo } from 'react';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import { FindingsColumn } from '../../pieces/Findings.tsx';
import { candidateColour } from '../../pieces/marks.tsx';
import { PlugList } from '../../pieces/plugs/PlugList.tsx';
import { withSubject } from '../../pieces/withSubject.tsx';
import { Circuits } from './Circuits.tsx';
import type { ChangeWiring } from './change.ts';
import { Combs } from './Combs.tsx';
import { CurrentRule } from './CurrentRule.tsx';
import { LoomTest } from './LoomTest.tsx';
import { Plans } from './Plans.tsx';
import { Sensors } from './Sensors.tsx';
import { WiringOut } from './WiringOut.tsx';

function Open({ candidate, subject }: { candidate: Candidate; subject: Subject }) {
  const { build } = useBuild();
  const { save, saveCandidate } = useBuildActions();
  const { assessment } = useJudgement();
  const schedule = useMemo(() => scheduleOf(plugsOf(subject), candidate.wiring), [subject, candidate.wiring]);
  const circuits = useMemo(() => circuitsOf(subject), [subject]);
  const findings = (assessment?.findings ?? []).filter((f) => f.step === 'wiring');
  const checks = (assessment?.checks ?? []).filter((c) => c.step === 'wiring');
  const change: ChangeWiring = (of) => {
    const { wiring, ...rest } = candidate;
    const next: Record<string, unknown> = { ...of(wiring ?? {}) };
    for (const key of Object.keys(next))
      if (next[key] === undefined || (Array.isArray(next[key]) && next[key].length === 0)) delete next[key];
    saveCandidate(candidate, Object.keys(next).length === 0 ? rest : { ...rest, wiring: next });
  };
  const { chassis } = build;
  return (
    <div className="screen">
      <div className="main" style={{ ['--cc' as string]: candidateColour(candidate.letter) }}>
        <div className="answer">
          <p className="say big">
            <Sentence>{answerOf(findings, schedule, circuits)}</Sentence>
          </p>
          <p className="say muted">
            <Sentence>{countsOf(schedule, circuits)}</Sentence>
          </p>
        </div>
        <CurrentRule checks={checks} circuits={circuits} />
        <Combs candidate={candidate} subject={subject} schedule={schedule} change={change} />
        <Circuits candidate={candidate} subject={subject} circuits={circuits} change={change} />
        <Sensors candidate={candidate} findings={findings} change={change} />
        <Plans candidate={candidate} subject={subject} change={change} />
        <WiringOut candidate={candidate} schedule={schedule} circuits={circuits} change={change} />
        <LoomTest candidate={candidate} schedule={schedule} />
        <section className="block" data-pointer="/chassis/plugs">
          <h2>Plugs of the car</h2>
          {chassis ? (
            <PlugList
              plugs={chassis.plugs ?? []}
              at="/chassis/plugs"
              onChange={(plugs) => {
                const { plugs: _plugs, ...rest } = chassis;
                save('chassis', chassis, plugs.length === 0 ? rest : { ...rest, plugs });
              }}
            />
          ) : (
            <p className="muted">There is no survey yet: begin the car there.</p>
          )}
          <p className="muted small">
            Pins of engine, gearbox and parts are stored in the library, for every build that uses them.
          </p>
        </section>
      </div>
      <FindingsColumn title="Wiring" findings={findings} />
    </div>
  );
}

/** The answer first: what is wrong, what is open, or that all is joined and fed. */
function answerOf(findings: readonly Finding[], { rows }: Schedule, circuits: readonly JudgedCircuit[]): string {
  const as = (state: Finding['state']) => findings.find((f) => f.state === state);
  if (as('blocked')) return as('blocked')!.title;
  if (findings.some((f) => f.id === 'wiring-as-found')) return 'Original loom kept';
  if (rows.length === 0) return 'No plugs are entered yet';
  const open = rows.filter((r) => r.state.how === 'open').length;
  if (open > 0) return `${open} of ${rows.length} pins ${open === 1 ? 'is' : 'are'} open`;
  return (as('unknown') ?? as('tight'))?.title ?? `All ${rows.length} pins and ${circuits.length} circuits sufficient`;
}

function countsOf({ rows }: Schedule, circuits: readonly JudgedCircuit[]): string {
  const n = (how: string) => rows.filter((r) => r.state.how === how).length;
  const held = circuits.filter((c) => c.state === 'clear').length;
  return `Pins: ${n('connected')} connected, ${n('unused')} unused, ${n('open')} open. Circuits: ${held} of ${circuits.length} OK.`;
}

/** How the candidate is wired: its plan, every pin of both sides, every circuit, and whether the alternator feeds it. */
export const WiringScreen = withSubject(Open);

import type { Candidate, Chassis, Check, Gearbox, LineupVerdict } from '@sable/core';
import { wordSentence, formatNumber, formatQuantity, unitOf, type Units } from '@sable/core/units';
import { memo, Suspense, useCallback, useMemo, useState } from 'react';
import { late } from '../../pieces/late.tsx';
import { Link } from 'react-router';
import { offered } from '../../pieces/offered.ts';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import type { Judgement } from '../../hooks/judgement.ts';
import { useUnits } from '../../hooks/settings.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import { EvidenceMark, LetterTag, StateMark, candidateColour } from '../../pieces/marks.tsx';
import { notJudged } from '../../pieces/WhenJudged.tsx';
import type { Explained } from './Explain.tsx';
import { LimitTrack } from './LimitTrack.tsx';
import { rowGroups } from './rows.ts';
import css from './lineup.module.css';

const NONE: Chassis['axleRatios'] = [];
const Explain = late(() => import('./Explain.tsx').then((m) => m.Explain));

/** A candidate as a column of the table knows it. */
type Column = Pick<Candidate, 'id' | 'letter'>;

/** Candidates × checks in working order, along the scribed limit line. */
export function LineupTable() {
  const { build, library, candidate: current } = useBuild();
  const { judgement, verdict, fault } = useJudgement();
  const { select } = useBuildActions();
  const [explained, setExplained] = useState<Explained>();
  const open = useCallback(
    (next: Explained) => {
      select(next.candidateId);
      setExplained(next);
    },
    [select],
  );
  // A change of one candidate is shown at once and judged later: until then nothing below the heads is drawn anew.
  const key = JSON.stringify(build.candidates.map(({ id, letter }): Column => ({ id, letter })));
  const columns = useMemo(() => JSON.parse(key) as Column[], [key]);
  if (!judgement) return <p className="muted">{notJudged(fault)}</p>;
  const explaining = explained && build.candidates.find((c) => c.id === explained.candidateId);
  return (
    <div className={css['lineup-scroll']} role="region" aria-label="Line-up" tabIndex={0}>
      <table className={css['lineup']} style={{ minWidth: 190 + 58 + build.candidates.length * 112 }}>
        <colgroup>
          <col style={{ width: 138 }} />
          <col style={{ width: 46 }} />
          {columns.map((c) => (
            <col key={c.id} />
          ))}
        </colgroup>
        <thead>
          <tr>
            <th scope="col" style={{ verticalAlign: 'bottom' }}>
              <small className="muted">Right of line: within limit</small>
            </th>
            <th scope="col" style={{ verticalAlign: 'bottom', paddingLeft: 0, textAlign: 'right', paddingRight: 8 }}>
              {judgement.found ? (
                <small className="muted">Original car</small>
              ) : (
                <small>
                  <Link to={`/builds/${build.id}/survey?c=${current?.id ?? ''}&field=/chassis/originalEngineId`}>
                    Original car: enter data
                  </Link>
                </small>
              )}
            </th>
            {build.candidates.map((c) => (
              <Heading
                key={c.id}
                candidate={c}
                own={verdict?.candidates.find((v) => v.candidateId === c.id)}
                gearboxes={library.gearboxes}
                ratios={build.chassis?.axleRatios}
                selected={c.id === current?.id}
              />
            ))}
          </tr>
        </thead>
        <Rows judgement={judgement} columns={columns} currentId={current?.id} currency={build.currency} onOpen={open} />
      </table>
      {explaining && (
        <Suspense fallback={null}>
          <Explain
            explained={explained}
            candidate={explaining}
            buildId={build.id}
            currency={build.currency}
            onClose={() => setExplained(undefined)}
          />
        </Suspense>
      )}
    </div>
  );
}

interface RowsProps {
  readonly judgement: Judgement;
  readonly columns: readonly Column[];
  readonly currentId: string | undefined;
  readonly currency: string;
  readonly onOpen: (explained: Explained) => void;
}

/** All that is judged, row by row; drawn anew when something is judged, or another column is the current one. */
const Rows = memo(function Rows({ judgement, columns, currentId, currency, onOpen }: RowsProps) {
  const units = useUnits();
  const groups = useMemo(() => rowGroups(judgement.assessments), [judgement]);
  const found = new Map(judgement.found?.checks.map((c) => [c.id, c]));
  const checks = new Map(
    judgement.assessments.map((a) => [a.candidateId, new Map(a.checks.map((check) => [check.id, check]))]),
  );
  const selected = (c: Column) => (c.id === currentId ? css['sel'] : undefined);
  return (
    <tbody>
      {groups.map((group) => [
        <tr className={css['group']} key={group.name}>
          <th scope="rowgroup" colSpan={2}>
            {group.name}
          </th>
          {columns.map((c) => (
            <td key={c.id} className={selected(c)}>
              <div className={css['cell']} aria-hidden>
                <i />
                <i />
                <LimitTrack />
              </div>
            </td>
          ))}
        </tr>,
        ...group.rows.map((row) => (
          <tr key={row.id}>
            <th scope="row">
              <Sentence>{row.title}</Sentence>
              <small>{limitWords(row.sample, units, currency)}</small>
            </th>
            <td className={`${css['now']} num`}>
              <AsFound check={found.get(row.id)} known={judgement.found !== undefined} />
            </td>
            {columns.map((c) => {
              const check = checks.get(c.id)?.get(row.id);
              return (
                <td key={c.id} className={selected(c)}>
                  {check && (
                    <Cell
                      check={check}
                      candidateId={c.id}
                      letter={c.letter}
                      currency={currency}
                      found={found.get(row.id)}
                      onOpen={onOpen}
                    />
                  )}
                </td>
              );
            })}
          </tr>
        )),
      ])}
    </tbody>
  );
});

function limitWords(c: Check, units: Units, currency: string): string {
  const unit = unitOf(c.quantity, units, currency);
  if (c.limitKind === 'info' || c.limit === undefined) return unit;
  const show = (n: number) => formatNumber(n, c.quantity, units, digitsOf(c));
  if (c.limitKind === 'between') return `${show(c.limit)} to ${show(c.upperLimit ?? c.limit)} ${unit}`;
  return `${formatQuantity(c.limit, c.quantity, units, { ...digitsOf(c), currency })} ${c.limitKind === 'at most' ? 'maximum' : 'minimum'}`;
}

/** A check may ask for fewer digits, or more, than its quantity usually has. */
const digitsOf = (c: Check) => (c.digits === undefined ? {} : { digits: c.digits });

/** What the car as found does in this row; never empty, or one would take what nobody judged for nothing wrong. */
function AsFound({ check, known }: { check: Check | undefined; known: boolean }) {
  const units = useUnits();
  if (check?.value !== undefined) return <>{formatNumber(check.value, check.quantity, units, digitsOf(check))}</>;
  return <small className="muted">{!known || check?.state === 'unknown' ? '?' : check ? 'as is' : '–'}</small>;
}

interface CellProps {
  readonly check: Check;
  readonly candidateId: string;
  readonly letter: string;
  readonly currency: string;
  readonly found: Check | undefined;
  readonly onOpen: (explained: Explained) => void;
}

/** One judged figure; drawn anew only when it was judged anew. */
const Cell = memo(function Cell({ check, candidateId, letter, currency, found, onOpen }: CellProps) {
  const units = useUnits();
  const shown =
    check.value === undefined
      ? 'unknown'
      : formatNumber(check.value, check.quantity, units, {
          ...digitsOf(check),
          ...(check.signed ? { signed: true } : {}),
        });
  return (
    <button
      type="button"
      className={css['cell']}
      onClick={(e) => onOpen({ anchor: e.currentTarget, candidateId, check, found })}
      aria-label={`${letter}, ${wordSentence(check.title, units)}: ${shown} ${unitOf(check.quantity, units, currency)}, ${check.limitKind === 'info' ? 'for information' : check.state}. Why?`}
    >
      {check.limitKind === 'info' && check.state !== 'unknown' ? (
        <i />
      ) : (
        <StateMark state={check.state} label={false} />
      )}
      <span
        className="fig"
        style={check.value === undefined ? { fontWeight: 400, fontSize: 13, color: 'var(--muted)' } : undefined}
      >
        {shown}
        {check.evidence && <EvidenceMark evidence={check.evidence} />}
      </span>
      <LimitTrack check={check} />
    </button>
  );
});

interface HeadingProps {
  readonly candidate: Candidate;
  readonly own: LineupVerdict['candidates'][number] | undefined;
  readonly gearboxes: readonly Gearbox[];
  readonly ratios: Chassis['axleRatios'] | undefined;
  readonly selected: boolean;
}

/** A column's head: what it is, the two things most often tried, and why it stands where it does. */
const Heading = memo(function Heading({ candidate, own, gearboxes, ratios = NONE, selected }: HeadingProps) {
  const { select, saveCandidate } = useBuildActions();
  const box = gearboxes.find((g) => g.id === candidate.gearboxId);
  return (
    <th
      scope="col"
      className={`c ${selected ? css['sel'] : ''}`}
      style={{ ['--cc' as string]: candidateColour(candidate.letter) }}
    >
      <button type="button" className="name" onClick={() => select(candidate.id)}>
        <LetterTag letter={candidate.letter} />
        <span>{candidate.name}</span>
      </button>
      <select
        className={css['plain-select']}
        aria-label={`Gearbox of ${candidate.letter}`}
        value={candidate.gearboxId}
        onChange={(e) => saveCandidate(candidate, { ...candidate, gearboxId: e.target.value })}
      >
        {!box && <option value={candidate.gearboxId}>{candidate.gearboxId}</option>}
        {offered(gearboxes, candidate.gearboxId).map((g) => (
          <option key={g.id} value={g.id}>
            {g.shortName}
          </option>
        ))}
      </select>
      <select
        className={css['plain-select']}
        aria-label={`Final drive of ${candidate.letter}`}
        value={String(candidate.finalDrive)}
        onChange={(e) => saveCandidate(candidate, { ...candidate, finalDrive: Number(e.target.value) })}
      >
        {!ratios.some((r) => r.ratio === candidate.finalDrive) && (
          <option value={String(candidate.finalDrive)}>{candidate.finalDrive.toFixed(2)}</option>
        )}
        {ratios.map((r) => (
          <option key={r.ratio} value={String(r.ratio)}>
            {r.ratio.toFixed(2)}
          </option>
        ))}
      </select>
      {own && (
        <div className={css['why']}>
          <StateMark state={own.state} />
          <span>
            <Sentence>{own.why}</Sentence>
          </span>
        </div>
      )}
    </th>
  );
});

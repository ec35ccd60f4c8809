import type { Candidate } from '@sable/core';
import { baselineCandidate } from '@sable/core/questions/lineup';
import type { Side } from '@sable/core/solvers/placement';
import { formatNumber, unitOf } from '@sable/core/units';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import css from './fit.module.css';

/** How searches are asked, and what stands in the bay for comparison. */
export interface SearchChoices {
  /** Another candidate’s id, `found` for the engine as found, or `none`. */
  readonly ghost: string;
  /** May be leant over so far, degrees. */
  readonly cantDeg: number;
  /** A recipe is to leave so much to spare, mm. */
  readonly wantMm: number;
  readonly from: Side;
}

const MAY_CANT_DEG = [0, 5, 10, 15] as const;
const WANT_MM = 8;

export function SearchFields({
  candidate,
  choices,
  sides,
  onChange,
}: {
  candidate: Candidate;
  choices: SearchChoices;
  sides: readonly Side[];
  onChange: (choices: SearchChoices) => void;
}) {
  const { build } = useBuild();
  const units = useUnits();
  const { ghost, cantDeg, wantMm, from } = choices;
  return (
    <section className={css['block-small']}>
      <h3>Search settings</h3>
      <div className={css['fields']}>
        <TextField
          select
          label="Overlay"
          value={ghost}
          onChange={(e) => onChange({ ...choices, ghost: e.target.value })}
        >
          <MenuItem value="none">None</MenuItem>
          {build.chassis?.engineAt && baselineCandidate(build) && <MenuItem value="found">Original engine</MenuItem>}
          {build.candidates
            .filter((c) => c.id !== candidate.id)
            .map((c) => (
              <MenuItem key={c.id} value={c.id}>
                {c.letter}, {c.name}
              </MenuItem>
            ))}
        </TextField>
        <TextField
          select
          label="Allowed roll"
          value={String(cantDeg)}
          onChange={(e) => onChange({ ...choices, cantDeg: Number(e.target.value) })}
        >
          {MAY_CANT_DEG.map((d) => (
            <MenuItem key={d} value={String(d)}>
              {d === 0 ? 'No' : `± ${d}°`}
            </MenuItem>
          ))}
        </TextField>
        {sides.length > 1 && (
          <TextField
            select
            label="Installation direction"
            value={from}
            onChange={(e) => onChange({ ...choices, from: e.target.value as Side })}
          >
            <MenuItem value="above">From above</MenuItem>
            <MenuItem value="below">From below</MenuItem>
          </TextField>
        )}
        <TextField
          select
          label="Target clearance margin"
          value={String(wantMm)}
          onChange={(e) => onChange({ ...choices, wantMm: Number(e.target.value) })}
        >
          <MenuItem value="0">0 (required clearance only)</MenuItem>
          <MenuItem value={String(WANT_MM)}>
            {formatNumber(WANT_MM, 'lengthMm', units)} {unitOf('lengthMm', units)} clearance margin
          </MenuItem>
        </TextField>
      </div>
    </section>
  );
}

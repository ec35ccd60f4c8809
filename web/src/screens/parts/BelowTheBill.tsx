import type { Bill, Build, Candidate, CandidateSumOutput } from '@sable/core';
import { formatQuantity } from '@sable/core/units';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { memo } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../hooks/api.ts';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { candidateColour } from '../../pieces/marks.tsx';
import { changeOf } from './billChange.ts';
import { BillIn } from './BillIn.tsx';
import { Movers } from './Movers.tsx';
import { OwnLines } from './OwnLines.tsx';
import { Stages } from './Stages.tsx';
import { Suppliers } from './Suppliers.tsx';
import { WaysToBuy } from './WaysToBuy.tsx';
import { When } from './When.tsx';
import css from './parts.module.css';

type Money = CandidateSumOutput<'candidate.money'>;

/** What rests on a bill: own lines, what moves it, stages, ways to buy, when it is due, suppliers, the files. Drawn when the sheet stands. */
export const BelowTheBill = memo(function BelowTheBill({
  build,
  candidate,
  bill,
  drawn,
  finish,
}: {
  build: Build;
  candidate: Candidate | undefined;
  bill: Bill;
  drawn: Money['drawn'] | undefined;
  finish: Money['finish'] | undefined;
}) {
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  const navigate = useNavigate();
  if (!candidate) return null;
  const money = (v: number) => formatQuantity(v, 'money', units, { currency: build.currency });
  const change = changeOf(candidate, saveCandidate);
  const colour = candidateColour(candidate.letter);
  const { brief } = build;
  const any = bill.lines.length > 0;
  return (
    <>
      <OwnLines bill={candidate.bill ?? {}} orphans={bill.orphans} change={change} />
      {any && <PutAside />}
      {drawn && <Movers drawn={drawn} lines={new Map(bill.lines.map((l) => [l.id, l]))} colour={colour} />}
      {any && (
        <>
          <Stages build={build} candidate={candidate} bill={bill} change={change} money={money} />
          <WaysToBuy build={build} candidate={candidate} bill={bill} change={change} money={money} />
          <When
            lines={bill.lines}
            brief={brief}
            finish={finish}
            currency={build.currency}
            colour={colour}
            money={money}
          />
        </>
      )}
      <Suppliers lines={bill.lines} />
      <div className={css['tools']}>
        <Button component="a" href={api.billUrl(build.id, candidate.id, 'csv', units)} download>
          Export bill (CSV)
        </Button>
        <Button component="a" href={api.billUrl(build.id, candidate.id, 'xlsx', units)} download>
          Bill as XLSX
        </Button>
        <BillIn lines={bill.lines} change={change} />
        <Button onClick={() => void navigate(`/builds/${build.id}/candidate?c=${candidate.id}`)}>
          Edit parts list
        </Button>
      </div>
    </>
  );
});

/** Whether money is put aside; it shows at once what was chosen. */
function PutAside() {
  const { candidate } = useBuild();
  const { saveCandidate } = useBuildActions();
  if (!candidate) return null;
  return (
    <FormControlLabel
      control={
        <Checkbox
          checked={candidate.bill?.contingency !== undefined}
          onChange={(_, on) =>
            changeOf(
              candidate,
              saveCandidate,
            )(({ contingency: _was, ...rest }) => (on ? { ...rest, contingency: 'by evidence' } : rest))
          }
        />
      }
      label="Contingency for unlisted costs, by evidence of each item"
    />
  );
}

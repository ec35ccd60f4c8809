import type { Candidate, Check } from '@sable/core';
import { choiceWords } from '@sable/core/model';
import { formatQuantity } from '@sable/core/units';
import Popover from '@mui/material/Popover';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useUnits } from '../../hooks/settings.tsx';
import { fieldPath } from '../../pieces/fieldFocus.ts';
import { FigureText, Plain, Sentence } from '../../pieces/figures.tsx';
import { EvidenceMark, LetterTag, StateMark, candidateColour } from '../../pieces/marks.tsx';
import { Termed } from '../../pieces/Termed.tsx';
import layout from '../../pieces/layout.module.css';

export interface Explained {
  readonly anchor: HTMLElement;
  readonly candidateId: string;
  readonly check: Check;
  readonly found: Check | undefined;
}

/** Why a figure is what it is: the sentence, the limit, and what its doubt comes from. */
export function Explain({
  explained,
  candidate,
  buildId,
  currency,
  onClose,
}: {
  explained: Explained;
  candidate: Candidate;
  buildId: string;
  currency: string;
  onClose: () => void;
}) {
  const units = useUnits();
  const { check, found } = explained;
  const limit = (n: number) => formatQuantity(n, check.quantity, units, { currency });
  const inputs = [...check.from]
    .filter((f) => f.plusMinus > 0)
    .sort((a, b) => b.share - a.share)
    .slice(0, 6);
  return (
    <Popover
      open
      anchorEl={explained.anchor}
      onClose={onClose}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      slotProps={{ paper: { sx: { maxWidth: 400, p: 2 } } }}
    >
      <div
        style={{ display: 'flex', gap: 8, alignItems: 'center', ['--cc' as string]: candidateColour(candidate.letter) }}
      >
        <LetterTag letter={candidate.letter} />
        <h3>
          <Termed>{check.title}</Termed>
        </h3>
        <StateMark state={check.state} />
        <span className="muted">{check.state}</span>
      </div>
      <p style={{ margin: '8px 0', fontSize: 16 }}>
        <FigureText
          figure={
            check.value === undefined
              ? undefined
              : { value: check.value, plusMinus: check.plusMinus ?? 0, evidence: check.evidence ?? 'estimated' }
          }
          quantity={check.quantity}
          currency={currency}
          signed={check.signed ?? false}
        />
        {check.limit !== undefined && check.limitKind !== 'info' && (
          <span className="muted">
            {' '}
            {check.limitKind === 'between'
              ? `between ${limit(check.limit)} and ${limit(check.upperLimit ?? check.limit)}`
              : `${choiceWords(check.limitKind)} ${limit(check.limit)}`}
          </span>
        )}
      </p>
      <p className="small">
        <Sentence>{check.because}</Sentence>
      </p>
      {found?.value !== undefined && check.value !== undefined && check.id !== 'mass-change' && (
        <p className="small" style={{ marginTop: 6 }}>
          Original car: <Plain value={found.value} quantity={check.quantity} currency={currency} />, so{' '}
          <Plain
            value={check.value - found.value}
            quantity={check.quantity === 'temperatureC' ? 'number' : check.quantity}
            signed
            currency={currency}
          />
          .
        </p>
      )}
      {inputs.length > 0 && (
        <>
          <h3 style={{ margin: '10px 0 2px', fontSize: 13 }}>Sources of uncertainty</h3>
          <table className={`${layout['figures']} small`}>
            <tbody>
              {inputs.map((f) => (
                <tr key={f.pointer ?? f.name}>
                  <th scope="row">
                    <Entered pointer={f.pointer} buildId={buildId} letter={candidate.letter}>
                      {f.name.replace(/^(in|out): /, '')}
                    </Entered>
                    <EvidenceMark evidence={f.evidence} />
                  </th>
                  <td style={{ width: 110 }}>
                    <svg width="100" height="8" aria-hidden>
                      <rect width="100" height="8" fill="var(--hair)" />
                      <rect width={f.share * 100} height="8" fill="var(--dye)" />
                    </svg>
                  </td>
                  <td className="r">{Math.round(f.share * 100)} %</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </Popover>
  );
}

/** What an input is called, leading to where it is entered. */
function Entered({
  pointer,
  buildId,
  letter,
  children,
}: {
  pointer: string | undefined;
  buildId: string;
  letter: string;
  children: ReactNode;
}) {
  const to = pointer && fieldPath(pointer, buildId, letter);
  return to ? <Link to={to}>{children}</Link> : children;
}

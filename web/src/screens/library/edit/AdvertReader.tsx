import type { Engine } from '@sable/core';
import { choiceWords } from '@sable/core';
import type { AdvertProposal } from '@sable/core/questions/adverts';
import { formatQuantity } from '@sable/core/units';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useMemo, useState } from 'react';
import { useUnits } from '../../../hooks/settings.tsx';
import { titleOf } from '../../../pieces/form/schema.ts';
import layout from '../../../pieces/layout.module.css';
import { isField, isTaken, marked, proposalsOf, taken, type OfferDraft } from './advertInto.ts';
import css from './edit.module.css';

const LONGEST = 4000;

/** An advert pasted or typed: what it seems to say is proposed field by field, with where it says so; each waits for a yes. */
export function AdvertReader<D extends OfferDraft>({
  draft,
  engines,
  onDraft,
}: {
  draft: D;
  engines: readonly Engine[];
  onDraft: (next: D) => void;
}) {
  const units = useUnits();
  const [text, setText] = useState('');
  const read = useDeferredValue(text);
  const proposals = useMemo(() => (read.trim() === '' ? [] : proposalsOf(read, engines)), [read, engines]);
  const fields = proposals.filter(isField);
  const open = fields.filter((p) => !isTaken(draft, p));
  const litres = proposals.find((p) => p.field === 'litres');
  const noEngine = read.trim() !== '' && !fields.some((p) => p.field === 'engineId');
  const take = (list: readonly AdvertProposal[]) =>
    onDraft(list.reduce<OfferDraft>(taken, { ...draft, words: read.trim() }) as D);
  const words = (p: AdvertProposal): string => {
    switch (p.field) {
      case 'kind':
        return choiceWords(p.value);
      case 'engineId':
        return engines.find((e) => e.id === p.value)?.name ?? p.value;
      case 'price':
        return formatQuantity(p.value, 'money', units, { currency: '' });
      case 'distanceKm':
      case 'travelledKm':
      case 'sinceRebuildKm':
      case 'trackKm':
        return formatQuantity(p.value, 'travelledKm', units);
      case 'warrantyDays':
        return formatQuantity(p.value, 'days', units);
      case 'included':
      case 'missing':
      case 'broken':
      case 'otherMissing':
      case 'testsSeen':
        return p.value.map((v: string) => choiceWords(v)).join(', ');
      default:
        return String(p.value);
    }
  };
  return (
    <fieldset className={layout['whole-form']}>
      <legend>Paste the advert</legend>
      <p className="small muted" style={{ marginBottom: 10 }}>
        In English, German or French. What was recognised is proposed below; nothing is used before you confirm.
      </p>
      <TextField
        label="Advert"
        multiline
        minRows={3}
        maxRows={10}
        fullWidth
        value={text}
        onChange={(e) => setText(e.target.value.slice(0, LONGEST))}
      />
      {fields.length > 0 && (
        <div className={css['advert']}>
          <p className={css['advert-text']} aria-label="Data found">
            {marked(read, proposals).map((part, i) =>
              part.of.length > 0 ? (
                <mark key={i} title={part.of.map((f) => titleOf(f, 'offers')).join(', ')}>
                  {part.text}
                </mark>
              ) : (
                <span key={i}>{part.text}</span>
              ),
            )}
          </p>
          <ul aria-label="Proposed">
            {fields.map((p) => (
              <li key={p.field}>
                <span className="muted">{titleOf(p.field, 'offers')}</span>
                <span>{words(p)}</span>
                {isTaken(draft, p) ? (
                  <span className="muted">taken</span>
                ) : (
                  <Button onClick={() => take([p])} aria-label={`Take ${titleOf(p.field, 'offers')}: ${words(p)}`}>
                    Use
                  </Button>
                )}
              </li>
            ))}
          </ul>
          <div className="row small">
            <Button variant="contained" disabled={open.length === 0} onClick={() => take(open)}>
              {open.length === 0 ? 'All used' : `Use all: ${open.length}`}
            </Button>{' '}
            {noEngine && (
              <span className="muted">
                {litres
                  ? `No one engine of the library is that ${formatQuantity(litres.value, 'displacementL', units)}: `
                  : 'No library engine found: '}
                select one below, or add it under Engines.
              </span>
            )}
          </div>
        </div>
      )}
    </fieldset>
  );
}

import type { BillLine } from '@sable/core';
import { reckonedAnew } from '@sable/core/questions/money';
import { formatEntry, formatNumber, readEntry, type Distribution } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useUnits } from '../../hooks/settings.tsx';
import { ThreePointField } from '../../pieces/FigureField.tsx';
import { QuantityField, WordsField } from '../../pieces/fields.tsx';
import { PictureField } from '../../pieces/PictureField.tsx';
import layout from '../../pieces/layout.module.css';
import { withKept, type ChangeBill, type Kept } from './billChange.ts';

/** All that a person may say of a line: its price with its evidence, what was paid, from whom, in what money, with the receipt. */
export function LineDetail({ line, currency, change }: { line: BillLine; currency: string; change: ChangeBill }) {
  const units = useUnits();
  const kept: Kept = line.kept ?? {};
  const put = (more: { readonly [K in keyof Kept]?: Kept[K] | undefined }) =>
    change((was) => withKept(was, line, more));
  const words = (text: string) => (text.trim() === '' ? undefined : text.trim());
  const { reckoned } = line;
  const edit = line.kept && !('class' in line.kept) ? line.kept : undefined;
  const anew = reckonedAnew(line);
  const pointsOf = (d: Distribution) =>
    [d.low, d.likely, d.high].map((v) => formatNumber(v, 'money', units)).join(' / ');
  const rate = kept.foreign?.rate;
  return (
    <div>
      <p className="muted small">{line.why}</p>
      {reckoned && edit && (edit.price || edit.paid !== undefined || edit.hours) && (
        <p>
          Reckoned{anew ? ' now' : ''}: {pointsOf(reckoned.price)} {currency}
          {anew && edit.was?.price ? `, it was ${pointsOf(edit.was.price)} when you entered yours` : ''}.{' '}
          <Button onClick={() => put({ price: undefined, paid: undefined, foreign: undefined, hours: undefined })}>
            Take what is reckoned
          </Button>
          {anew && (
            <Button
              onClick={() =>
                put({ ...(edit.price ? { price: edit.price } : {}), ...(edit.hours ? { hours: edit.hours } : {}) })
              }
            >
              Keep mine
            </Button>
          )}
        </p>
      )}
      <ThreePointField
        label="Price"
        quantity="money"
        value={kept.price}
        onChange={(price) => put({ price, ...(price ? {} : { foreign: undefined }) })}
      />
      <div className={layout['form-grid']}>
        <QuantityField
          label="Paid"
          quantity="money"
          currency={currency}
          optional
          min={0}
          digits={2}
          help="in place of the price"
          value={kept.paid}
          onCommit={(paid) => put({ paid })}
        />
        <WordsField
          label="Supplier"
          maxLength={80}
          value={kept.supplier ?? ''}
          onCommit={(t) => put({ supplier: words(t) })}
        />
        <WordsField
          label="Condition of what is in hand"
          maxLength={120}
          value={kept.condition ?? ''}
          onCommit={(t) => put({ condition: words(t) })}
        />
        <WordsField label="Note" maxLength={400} value={kept.note ?? ''} onCommit={(t) => put({ note: words(t) })} />
        <WordsField
          label="Quoted in other money"
          maxLength={24}
          help="with what one of it is worth, such as USD 0.92"
          value={
            kept.foreign ? `${kept.foreign.currency} ${formatEntry(kept.foreign.rate.likely, 'number', units)}` : ''
          }
          onCommit={(t) => {
            if (t.trim() === '') return put({ foreign: undefined });
            const [, code, worth] = /^([a-z]{3})\s+(.+)$/i.exec(t.trim()) ?? [];
            if (!code) return 'Enter three letters and what one of it is worth: USD 0.92.';
            if (!kept.price) return 'Enter the price that was quoted first.';
            const read = readEntry(worth!, 'number', units);
            if (read.kind !== 'value' || !(read.value > 0)) return `“${worth}” is no rate.`;
            return put({
              foreign: {
                currency: code.toUpperCase(),
                rate: { low: read.value, likely: read.value, high: read.value },
              },
            });
          }}
        />
        {kept.foreign &&
          (['low', 'likely', 'high'] as const).map((k) => (
            <QuantityField
              key={k}
              label={`One ${kept.foreign!.currency}, ${k}`}
              quantity="number"
              min={0}
              max={10_000}
              above
              digits={3}
              value={rate![k]}
              onCommit={(v) => {
                if (v === undefined) return 'A rate is needed.';
                const next = { ...rate!, [k]: v };
                if (!(next.low <= next.likely && next.likely <= next.high))
                  return 'Low, likely and high have to be in order.';
                return put({ foreign: { ...kept.foreign!, rate: next } });
              }}
            />
          ))}
      </div>
      <PictureField label="Receipt or photo" papers id={kept.receipt} onChange={(receipt) => put({ receipt })} />
    </div>
  );
}

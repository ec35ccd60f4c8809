import type { BillLine } from '@sable/core';
import { reckonedAnew } from '@sable/core/questions/money';
import { formatEntry, formatNumber, readEntry, wordSentence, type Distribution } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useUnits } from '../../hooks/settings.tsx';
import { ThreePointField } from '../../pieces/FigureField.tsx';
import { ChoiceField, QuantityField, WordsField } from '../../pieces/fields.tsx';
import { PictureField } from '../../pieces/PictureField.tsx';
import layout from '../../pieces/layout.module.css';
import { withKept, type ChangeBill, type Kept } from './billChange.ts';

/** No line has this id. */
const NONE = '-';

/** All that a person may say of a line: its price with its evidence, what was paid, from whom, in what money, with the receipt. */
export function LineDetail({
  line,
  lines,
  currency,
  change,
}: {
  line: BillLine;
  /** The whole bill: what a later line may take the place of. */
  lines: readonly BillLine[];
  currency: string;
  change: ChangeBill;
}) {
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
          Calculated{anew ? ' now' : ''}: {pointsOf(reckoned.price)} {currency}
          {anew && edit.was?.price ? `, it was ${pointsOf(edit.was.price)} when you entered yours` : ''}.{' '}
          <Button onClick={() => put({ price: undefined, paid: undefined, foreign: undefined, hours: undefined })}>
            Use calculated value
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
          label="Condition"
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
        <ChoiceField
          label="Stage"
          value={kept.stage ?? 'now'}
          choices={[
            { value: 'now', label: 'until it runs' },
            { value: 'later', label: 'later, for the later target' },
          ]}
          onCommit={(s) => put(s === 'later' ? { stage: s } : { stage: undefined, insteadOf: undefined })}
        />
        {kept.stage === 'later' && (
          <ChoiceField
            label="In place of"
            value={kept.insteadOf ?? NONE}
            choices={[
              { value: NONE, label: 'nothing that is bought now' },
              ...lines
                .filter((l) => l.stage !== 'later' && l.id !== line.id && l.id !== 'labour' && l.class !== 'work')
                .map((l) => ({ value: l.id, label: wordSentence(l.name, units) })),
            ]}
            onCommit={(id) => put({ insteadOf: id === NONE ? undefined : id })}
          />
        )}
        <ChoiceField
          label="Hours done by"
          value={kept.workBy ?? 'brief'}
          choices={[
            { value: 'brief', label: 'as in the brief' },
            { value: 'own', label: 'yourself' },
            { value: 'shop', label: 'the shop, at its rate' },
          ]}
          onCommit={(by) => put({ workBy: by === 'own' || by === 'shop' ? by : undefined })}
        />
        <QuantityField
          label="Sold by"
          quantity="number"
          optional
          min={1}
          max={10_000}
          digits={0}
          help="units at a time; the price is for one unit"
          value={kept.leastBatch}
          onCommit={(n) => (n !== undefined && !Number.isInteger(n) ? 'Whole units only.' : put({ leastBatch: n }))}
        />
        <WordsField
          label="Set"
          maxLength={80}
          help="lines of one set are ordered together"
          value={kept.set ?? ''}
          onCommit={(t) => put({ set: words(t) })}
        />
      </div>
      <PictureField label="Receipt or photo" papers id={kept.receipt} onChange={(receipt) => put({ receipt })} />
    </div>
  );
}

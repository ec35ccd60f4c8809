import type { Build, Check, Verdictable } from '../model/index.ts';
import { toDisplay, unitOf, wordSentence, type Quantity, type Units } from '../units/index.ts';
import { sheetText } from './tableSheet.ts';

/** A cell that starts like a formula would be run by a spreadsheet: a quote in front keeps it text. */
const text = (s: string) => (/^[=+\-@\t\r]/.test(s) ? `'${s}` : s);
const number = (n: number | undefined, digits: number) => (n === undefined ? '' : String(Number(n.toFixed(digits))));

const heading = (title: string, quantity: Quantity, units: Units, currency: string) => {
  const unit = unitOf(quantity, units, currency);
  const words = wordSentence(title, units);
  return quantity === 'money' ? `${words} (${currency})` : unit === '' ? words : `${words} (${unit})`;
};

export interface BillRow {
  readonly name: string;
  readonly class: string;
  readonly why: string;
  readonly price: { readonly low: number; readonly likely: number; readonly high: number };
  readonly hours: { readonly low: number; readonly likely: number; readonly high: number };
  readonly evidence: string;
  readonly leadDays: number;
  readonly discontinued: boolean;
  readonly stage?: 'later';
  readonly kept?: { readonly set?: string };
  /** Nobody has said what it costs: no figure stands there. */
  readonly unpriced?: true;
}

/** The bill as a table: one line a row, the sums last, units in the headings. */
export function billCsv(rows: readonly BillRow[], currency: string, units: Units = { system: 'metric' }): string {
  const columns = ['low', 'likely', 'high'] as const;
  const sum = (pick: (r: BillRow) => number) => rows.reduce((s, r) => s + pick(r), 0);
  return sheetText(
    [
      [
        'Item',
        'Kind',
        'Reason',
        ...columns.map((c) => `Price, ${c} (${currency})`),
        ...columns.map((c) => `Hours, ${c} (h)`),
        'Evidence',
        'Lead time (days)',
        'Discontinued',
        'Stage',
        'Set',
      ],
      ...rows.map((r) => [
        text(wordSentence(r.name, units)),
        r.class,
        text(r.why),
        ...columns.map((c) => (r.unpriced ? '' : number(r.price[c], 2))),
        ...columns.map((c) => number(r.hours[c], 2)),
        r.evidence,
        String(r.leadDays),
        r.discontinued ? 'yes' : '',
        r.stage ?? '',
        text(r.kept?.set ?? ''),
      ]),
      [
        'Total',
        '',
        '',
        ...columns.map((c) =>
          number(
            sum((r) => r.price[c]),
            2,
          ),
        ),
        ...columns.map((c) =>
          number(
            sum((r) => r.hours[c]),
            2,
          ),
        ),
        '',
        '',
        '',
        '',
        '',
      ],
    ],
    units.decimal,
  );
}

export type TableCell = string | number | undefined;

/** The line-up as cells: checks as rows; for each candidate its figure, ±, state and reason; figures as numbers in the reader’s units. */
export function lineupTable(build: Build, assessments: readonly Verdictable[], units: Units): TableCell[][] {
  const rows = new Map<string, Check>();
  for (const a of assessments) for (const c of a.checks) if (!rows.has(c.id)) rows.set(c.id, c);
  const entries = build.candidates.flatMap((candidate) => {
    const assessment = assessments.find((a) => a.candidateId === candidate.id);
    return assessment ? [{ candidate, assessment }] : [];
  });
  const rounded = (n: number) => Number(n.toFixed(3));
  const show = (value: number | undefined, quantity: Quantity) =>
    value === undefined || !Number.isFinite(value) ? undefined : rounded(toDisplay(value, quantity, units));
  const limitOf = ({ limitKind, limit, upperLimit, quantity }: Check): string =>
    limitKind === 'info'
      ? ''
      : limitKind === 'between'
        ? `${show(limit, quantity) ?? ''} to ${show(upperLimit, quantity) ?? ''}`
        : `${limitKind} ${show(limit, quantity) ?? ''}`;
  return [
    [
      'Check',
      'Unit',
      'Limit',
      ...entries.flatMap(({ candidate: { letter, name } }) => [
        `${letter} ${name}`,
        `${letter} ±`,
        `${letter} state`,
        `${letter} because`,
      ]),
    ],
    ...[...rows.values()].map((row) => [
      heading(row.title, row.quantity, units, build.currency),
      row.quantity === 'money' ? build.currency : unitOf(row.quantity, units),
      limitOf(row),
      ...entries.flatMap(({ assessment }) => {
        const c = assessment.checks.find((x) => x.id === row.id);
        const zero = c && toDisplay(0, c.quantity, units);
        return [
          show(c?.value, row.quantity),
          c?.plusMinus === undefined || !Number.isFinite(c.plusMinus)
            ? undefined
            : rounded(toDisplay(c.plusMinus, c.quantity, units) - (zero ?? 0)),
          c?.state,
          c && wordSentence(c.because, units),
        ];
      }),
    ]),
    [
      'Result',
      undefined,
      undefined,
      ...entries.flatMap(({ assessment }) => [undefined, undefined, assessment.state, undefined]),
    ],
  ];
}

/** The line-up as a file that spreadsheets open. */
export const lineupCsv = (build: Build, assessments: readonly Verdictable[], units: Units): string =>
  sheetText(
    lineupTable(build, assessments, units).map((cells) =>
      cells.map((c) => (c === undefined ? '' : typeof c === 'number' ? String(c) : text(c))),
    ),
    units.decimal,
  );

import { Type } from 'typebox';
import { Id, Name, ThreePoint } from './figure.ts';
import { PictureId } from './picture.ts';

const closed = { additionalProperties: false };
const O = Type.Optional;

/** Three points without evidence: of hours, of a rate of exchange. */
const Points = Type.Object(
  { low: Type.Number({ minimum: 0 }), likely: Type.Number({ minimum: 0 }), high: Type.Number({ minimum: 0 }) },
  closed,
);
/** As a line of the bill was reckoned: what is sold again stands below nought. */
const Reckoned = Type.Object({ low: Type.Number(), likely: Type.Number(), high: Type.Number() }, closed);

export const LINE_STATUS = [
  'have',
  'from the shelf',
  'transfer',
  'to order',
  'ordered',
  'received',
  'fitted',
  'sold',
  'returned',
] as const;
export type LineStatus = (typeof LINE_STATUS)[number];

/** Of these nothing is to be paid, unless somebody has said what was. */
export const COSTS_NOTHING: ReadonlySet<LineStatus> = new Set(['have', 'from the shelf', 'transfer', 'returned']);

/** Whose hours they are: each has its own price. */
export const WORK_BY = ['own', 'shop'] as const;
export type WorkBy = (typeof WORK_BY)[number];

/** What a person keeps of a line, whoever reckoned it. */
const kept = {
  price: O(ThreePoint),
  hours: O(Points),
  foreign: O(
    Type.Object(
      { currency: Type.String({ pattern: '^[A-Z]{3}$' }), rate: Points },
      { ...closed, description: 'the price is in this money; what one of it is worth in that of the build' },
    ),
  ),
  status: O(Type.Unsafe<LineStatus>({ type: 'string', enum: [...LINE_STATUS] })),
  paid: O(Type.Number({ minimum: 0, description: 'in the currency of the build; replaces the price' })),
  supplier: O(Type.String({ minLength: 1, maxLength: 80 })),
  stage: O(
    Type.Unsafe<'later'>({
      type: 'string',
      enum: ['later'],
      description: 'bought later, for the later target',
    }),
  ),
  insteadOf: O(
    Type.String({ minLength: 1, maxLength: 200, description: 'the line whose place it takes at the later stage' }),
  ),
  workBy: O(
    Type.Unsafe<WorkBy>({
      type: 'string',
      enum: [...WORK_BY],
      description: 'who does its hours, where not as the brief says',
    }),
  ),
  leastBatch: O(
    Type.Integer({ minimum: 1, maximum: 10_000, description: 'sold by so many at a time; the price is that of one' }),
  ),
  set: O(Type.String({ minLength: 1, maxLength: 80, description: 'lines of one set are ordered together' })),
  leadDays: O(Type.Integer({ minimum: 0, maximum: 1000 })),
  condition: O(Type.String({ minLength: 1, maxLength: 120, description: 'of what is in hand' })),
  note: O(Type.String({ minLength: 1, maxLength: 400 })),
  receipt: O(PictureId),
};

/** What a person has said of a line that the bill reckons. */
export const BillEdit = Type.Object(
  {
    /** That of the line. */
    id: Type.String({ minLength: 1, maxLength: 200 }),
    /** What was reckoned when the price or the hours were entered: another one now is told. */
    was: O(Type.Object({ price: O(Reckoned), hours: O(Reckoned) }, closed)),
    name: O(Type.String({ minLength: 1, maxLength: 240, description: 'as the line was called, should it go' })),
    ...kept,
  },
  closed,
);
export type BillEdit = Type.Static<typeof BillEdit>;

export const OWN_CLASSES = ['outside', 'calibration', 'looks', 'transport', 'fees', 'event', 'own'] as const;
export type OwnClass = (typeof OWN_CLASSES)[number];

/** A line that somebody has put on the bill. */
export const OwnLine = Type.Object(
  {
    id: Id,
    name: Name,
    class: Type.Unsafe<OwnClass>({ type: 'string', enum: [...OWN_CLASSES] }),
    quantity: O(Type.Number({ exclusiveMinimum: 0, maximum: 10_000 })),
    ...kept,
  },
  closed,
);
export type OwnLine = Type.Static<typeof OwnLine>;

/** What people have put to the bill of a candidate. */
export const BillEdits = Type.Object(
  {
    edits: O(Type.Array(BillEdit, { maxItems: 600 })),
    own: O(Type.Array(OwnLine, { maxItems: 400 })),
    contingency: O(
      Type.Unsafe<'by evidence'>({
        type: 'string',
        enum: ['by evidence'],
        description: 'contingency by evidence of each item',
      }),
    ),
  },
  closed,
);
export type BillEdits = Type.Static<typeof BillEdits>;

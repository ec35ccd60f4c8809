/** @jest-environment jsdom */
/**
 * Every field for a figure in the app, found by walking the screens and the schemas, mounted with its own component as its
 * screen mounts it and typed into: what it stores is what was meant, or an error stands at the field in words.
 */
import { jest } from '@jest/globals';
import { Chassis, Engine, Family, Gearbox, Part } from '@sable/core';
import { CALCULATORS } from '@sable/core/questions/engine';
import { formatEntry } from '@sable/core/units';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { racer, tug } from '../../../core/test/demo.ts';
import type { QuantityFieldProps } from '../pieces/fields.tsx';
import { AtServer, serve } from '../testing/atServer.tsx';
import { figureInputs, TEXTS, typeAndLeave, wrongOf } from '../testing/everyText.ts';
import { actions, draw, openJudged } from '../testing/inBuild.tsx';
import { isFigure, isThreePoint, itemOf, tupleOf } from '../pieces/form/schema.ts';
import type { Schema } from '../pieces/schemaRange.ts';

/** The fields that are on the page, as their screens mount them. */
const mounted: QuantityFieldProps[] = [];
const fields = await import('../pieces/fields.tsx');
jest.unstable_mockModule('../pieces/fields.tsx', () => ({
  ...fields,
  QuantityField: (props: QuantityFieldProps) => {
    mounted.push(props);
    return <fields.QuantityField {...props} />;
  },
}));
const { SettingsProvider } = await import('../hooks/settings.tsx');
const { Node } = await import('../pieces/form/Node.tsx');
const { BriefScreen } = await import('./brief/BriefScreen.tsx');
const { WeighingDetail } = await import('./survey/WeighingDetail.tsx');
const { SeatsDetail } = await import('./survey/SeatsDetail.tsx');
const { ServicesDetail } = await import('./survey/ServicesDetail.tsx');
const { BodyDetail } = await import('./survey/BodyDetail.tsx');
const { CarDetail } = await import('./survey/CarDetail.tsx');
const { FittedDetail } = await import('./survey/FittedDetail.tsx');
const { SpringsDetail } = await import('./survey/SpringsDetail.tsx');
const { DrivelineDetail } = await import('./survey/DrivelineDetail.tsx');
const { BeginSurvey } = await import('./survey/BeginSurvey.tsx');
const { CandidateScreen } = await import('./candidate/CandidateScreen.tsx');
const { Bench } = await import('./donors/Bench.tsx');
const { Inspect } = await import('./donors/Inspect.tsx');
const { MapPanel } = await import('./donors/MapPanel.tsx');
const { ChargeCooling } = await import('./donors/ChargeCooling.tsx');
const { SisterPanel } = await import('./donors/SisterPanel.tsx');
const { ShimChoice } = await import('./fit/ShimChoice.tsx');
const { NewCandidate } = await import('../pieces/NewCandidate.tsx');

beforeAll(() => {
  openJudged(tug);
  serve(() => undefined);
});
beforeEach(() => {
  localStorage.clear();
  mounted.length = 0;
});
afterEach(cleanup);

const READERS = [
  { system: 'metric', decimal: '.' },
  { system: 'us', decimal: ',' },
] as const;
type Reader = (typeof READERS)[number];
let found = 0;
let typed = 0;

const remember = (units: Reader) => {
  localStorage.setItem('sable-units', JSON.stringify(units.system));
  localStorage.setItem('sable-numbers', JSON.stringify(units.decimal === ',' ? '1.234,5' : '1,234.5'));
};

/** Types every text into a field as its screen mounts it; what it does with one that it should not is told. */
function tryField(where: string, props: QuantityFieldProps, units: Reader): string[] {
  remember(units);
  const onCommit = jest.fn();
  render(
    <SettingsProvider>
      <fields.QuantityField {...props} value={undefined} onCommit={onCommit} />
    </SettingsProvider>,
  );
  const [input] = figureInputs();
  const wrong = TEXTS.flatMap((text) => {
    typed++;
    onCommit.mockClear();
    // Something else first, so that emptying it is a change.
    if (text === '') fireEvent.change(input!, { target: { value: 'x' } });
    typeAndLeave(input!, text);
    const what = wrongOf(
      input!,
      props,
      text,
      units,
      onCommit.mock.calls.map(([v]) => v),
    );
    return what ? [`${where}, ${props.label} (${props.quantity}), “${text}”: ${what}`] : [];
  });
  cleanup();
  return wrong;
}

/** The fields of what was just drawn, each once. */
function taken(): QuantityFieldProps[] {
  const count = figureInputs().length;
  const all = mounted.splice(0).slice(0, count);
  found += all.length;
  cleanup();
  return all;
}

/** All that decides what a field takes: two that have the same are typed into once. */
const sortOf = (p: QuantityFieldProps) =>
  JSON.stringify([p.quantity, p.min, p.max, p.above, p.whole, p.optional, p.difference]);
const sorts = new Set<string>();
const quantities = new Set<string>();

/** Both readers for each quantity; the sorts of one that differ in their bounds alone are shared between the two. */
function readersOf({ quantity, whole, difference }: QuantityFieldProps): readonly Reader[] {
  const known = JSON.stringify([quantity, whole, difference]);
  if (quantities.has(known)) return [READERS[sorts.size % 2]!];
  quantities.add(known);
  return READERS;
}

const everyText = (where: string, all: readonly QuantityFieldProps[]) =>
  all.flatMap((props) => {
    const sort = sortOf(props);
    if (sorts.has(sort)) return [];
    sorts.add(sort);
    return readersOf(props).flatMap((units) => tryField(where, props, units));
  });

const obstacle = tug.chassis!.obstacles.find((o) => o.may.length > 0)!;

const SCREENS: readonly (readonly [name: string, part: () => ReactNode])[] = [
  ['Brief', () => <BriefScreen />],
  ['Survey, the car', () => <CarDetail chassis={tug.chassis!} />],
  ['Survey, what is in it', () => <FittedDetail chassis={tug.chassis!} />],
  ['Survey, springs and brakes', () => <SpringsDetail chassis={tug.chassis!} />],
  ['Survey, ratings, shaft, radiator', () => <DrivelineDetail chassis={tug.chassis!} />],
  ['Survey, weighing', () => <WeighingDetail chassis={tug.chassis!} />],
  ['Survey, weighed on four scale pads', () => <WeighingDetail chassis={racer.chassis!} />],
  ['Survey, mounts and shafts', () => <SeatsDetail chassis={tug.chassis!} />],
  ['Survey, interfaces', () => <ServicesDetail chassis={tug.chassis!} />],
  [
    'Survey, an obstacle',
    () => (
      <BodyDetail
        taped={undefined}
        obstacle={obstacle}
        onTaped={() => undefined}
        onObstacle={(o) => actions.save('obstacle', obstacle, o)}
      />
    ),
  ],
  ['Survey, begun', () => <BeginSurvey />],
  ['Candidate', () => <CandidateScreen />],
  ['Inspection', () => <Inspect />],
  ['Compressor map', () => <MapPanel />],
  ['Charge cooling', () => <ChargeCooling />],
  ['Forecast from a sister', () => <SisterPanel />],
  ['Step size', () => <ShimChoice shim={2} onShim={(mm) => actions.save('shim', 2, mm)} />],
  ['New candidate', () => <NewCandidate onClose={() => undefined} />],
];

/** A figure that a field takes: in the middle of its range, and not what stands there. */
function sound({ min, max, whole, value }: QuantityFieldProps): number {
  const low = min ?? (max === undefined ? 10 : max - 1);
  const middle = max === undefined ? low + 7 : low + (max - low) * 0.37;
  const some = whole ? Math.round(middle) : Number(middle.toPrecision(3));
  return some === value ? some + (whole ? 1 : 0.5) : some;
}

function* numbersIn(of: unknown): Generator<number> {
  if (typeof of === 'number') yield of;
  else if (typeof of === 'object' && of !== null) for (const v of Object.values(of)) yield* numbersIn(v);
}

test.each(SCREENS)('%s: every text in every field, and a sound figure reaches what is stored', (name, part) => {
  const drawn = () => draw(<AtServer>{part()}</AtServer>);
  drawn();
  const all = taken();
  expect(all.length).toBeGreaterThan(0);
  expect(everyText(name, all)).toEqual([]);
  // In its screen: what is typed goes to where it is kept, or the form that is not whole yet shows it.
  remember(READERS[0]);
  drawn();
  const lost = figureInputs().flatMap((_, n) => {
    const props = all[n]!;
    const input = figureInputs()[n];
    if (!input) return [];
    for (const a of Object.values(actions)) a.mockClear();
    const figure = sound(props);
    const text = formatEntry(figure, props.quantity, READERS[0]);
    typeAndLeave(input, text);
    const stored = Object.values(actions).flatMap((a) => a.mock.calls.flatMap((call) => [...numbersIn(call)]));
    const kept =
      stored.some((s) => Math.abs(s - figure) < 1e-6) || figureInputs().some((i) => Number(i.value) === Number(text));
    // Refused for what stands beside it, it stays with the reason: a band whose low end is above its top.
    const told = figureInputs()[n]?.getAttribute('aria-invalid') === 'true' && figureInputs()[n]?.value === text;
    return kept || told ? [] : [`${name}, ${props.label}: ${text} is lost; it says ${input.value}`];
  });
  expect(lost).toEqual([]);
});

test.each(CALCULATORS.map((c) => [c.title, c.id] as const))('calculator: %s', (title, id) => {
  draw(<Bench />);
  mounted.length = 0;
  fireEvent.click(screen.getAllByText(title)[0]!);
  const all = taken();
  expect([id, all.length > 0]).toEqual([id, true]);
  expect(everyText(title, all)).toEqual([]);
});

/** Every figure of a schema with its place, once for each key of what holds it. */
function* figuresOf(
  schema: Schema,
  at: string,
  name: string,
  parent = '',
): Generator<readonly [string, string, Schema]> {
  if (
    isFigure(schema) ||
    isThreePoint(schema) ||
    schema.type === 'number' ||
    schema.type === 'integer' ||
    tupleOf(schema)
  )
    yield [`${parent}/${name}`, at, schema];
  else if (schema.enum === undefined && schema.const === undefined) {
    for (const s of schema.anyOf ?? []) yield* figuresOf(s, at, name, parent);
    for (const [key, s] of Object.entries(schema.properties ?? {})) yield* figuresOf(s, `${at}/${key}`, key, name);
    const item = itemOf(schema);
    if (item && item.type !== 'number') yield* figuresOf(item, `${at}/0`, name, parent);
  }
}

/** The lists about the car, as the survey has them. */
const CarLists = {
  properties: Object.fromEntries(
    (['tyres', 'axleRatios', 'differentials', 'lumps'] as const).map((k) => [k, Chassis.properties[k]]),
  ),
};

const ROWS = [
  ['chassis', CarLists],
  ['engine', Engine],
  ['gearbox', Gearbox],
  ['part', Part],
  ['family', Family],
] as const;

test.each(ROWS)('every figure of the form of %s', (row, schema) => {
  const places = [...new Map([...figuresOf(schema as Schema, '', row)].map((f) => [f[0], f])).values()];
  const all = places.flatMap(([key, at, s]) => {
    render(
      <MemoryRouter>
        <SettingsProvider>
          <Node
            name={key.split('/').at(-1)!}
            schema={s}
            value={undefined}
            at={at}
            problems={[]}
            onChange={() => undefined}
          />
        </SettingsProvider>
      </MemoryRouter>,
    );
    return taken();
  });
  expect(all.length).toBeGreaterThanOrEqual(places.length);
  expect(everyText(row, all)).toEqual([]);
});

afterAll(() => {
  process.stdout.write(
    `Fields for figures: ${found} of ${sorts.size} sorts; each sort typed into, ${typed} times in all.\n`,
  );
  if (found < 300) throw new Error(`Only ${found} fields were found.`);
});

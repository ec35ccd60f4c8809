/** Wiring: every pin accounted for, wires that carry what they feed, the alternator against what draws. */
import fc from 'fast-check';
import {
  accept,
  ampacityShare,
  assess,
  circuitSheets,
  circuitsOf,
  fieldWords,
  functionNamed,
  heatGap,
  LABEL,
  labelsCsv,
  labelSheets,
  loomSheets,
  matchByFunction,
  mismatchOf,
  PIN_FUNCTIONS,
  placedSolids,
  plansOf,
  plugSheets,
  plugCsv,
  plugsOf,
  readPlugCsv,
  readScheduleCsv,
  resolveSubject,
  scheduleCsv,
  scheduleOf,
  settingOf,
  SIGNAL_KINDS,
  sizeWire,
  SPLICE_WAYS,
  testSheets,
  voltageDrop,
  wireLabels,
  wireRun,
  type Candidate,
  type MovedSensor,
  type Pin,
  type PlacedPlug,
  type Sheet,
  type Splice,
  type Wiring,
} from '../src/index.ts';
import { candidate, library, pickup, racer, tug } from './demo.ts';

const subjectOf = (c: Candidate, build = tug) => resolveSubject(settingOf(build), c, library).subject!;
const found = (c: Candidate, id: string, build = tug) => assess(build, c, library).findings.find((f) => f.id === id);
const withWiring = (c: Candidate, change: Partial<Wiring>): Candidate => ({ ...c, wiring: { ...c.wiring, ...change } });
const C = candidate('C');

const functionId = fc.constantFrom(...PIN_FUNCTIONS.map((f) => f.id));
const pinOf = (pin: string): fc.Arbitrary<Pin> =>
  fc.record(
    {
      pin: fc.constant(pin),
      colour: fc.constantFrom('BK', 'RD/WH', 'GN', '=SUM'),
      function: functionId,
      signal: fc.constantFrom(...SIGNAL_KINDS),
      currentAmps: fc.integer({ min: 1, max: 40 }),
      pulsesPerRev: fc.constantFrom(0.5, 1, 2, 4),
      note: fc.constantFrom('behind the dash', 'a, b; "c"'),
    },
    { requiredKeys: ['pin'] },
  );
const plugOf = (key: string, owner: PlacedPlug['owner'], most: number): fc.Arbitrary<PlacedPlug> =>
  fc
    .integer({ min: 1, max: most })
    .chain((n) => fc.tuple(...Array.from({ length: n }, (_, i) => pinOf(`${i + 1}`))))
    .map((pins) => ({ key, owner, of: owner, plug: { id: 'p', name: key, pins } }));

describe('pins', () => {
  test('through a thousand edits, imports and undos each pin is connected, unused or open, and none is lost', () => {
    const plugs = fc.tuple(
      plugOf('engine:p', 'engine', 12),
      plugOf('car:p', 'car', 12),
      plugOf('gearbox:p', 'gearbox', 4),
    );
    const ref = fc.record({
      plug: fc.constantFrom('engine:p', 'car:p', 'gearbox:p', 'part.gone:p'),
      pin: fc.integer({ min: 1, max: 14 }).map(String),
    });
    const edit = fc.oneof(
      fc.record({
        kind: fc.constant('join' as const),
        splice: fc.record(
          { a: ref, b: ref, how: fc.constantFrom(...SPLICE_WAYS), converter: fc.constant('box') },
          { requiredKeys: ['a', 'b', 'how'] },
        ),
      }),
      fc.record({ kind: fc.constant('unused' as const), at: ref }),
      fc.record({ kind: fc.constant('cut' as const), at: fc.nat(40) }),
      fc.constant({ kind: 'match' as const }),
      fc.constant({ kind: 'undo' as const }),
      fc.constant({ kind: 'export' as const }),
    );
    let edits = 0;
    fc.assert(
      fc.property(plugs, fc.array(edit, { minLength: 20, maxLength: 40 }), (of, list) => {
        const keys = of.flatMap((p) => p.plug.pins.map((pin) => `${p.key}/${pin.pin}`)).sort();
        const past: Wiring[] = [{}];
        for (const e of list) {
          edits++;
          const now = past[past.length - 1]!;
          const splices = now.splices ?? [];
          if (e.kind === 'undo') {
            if (past.length > 1) past.pop();
          } else if (e.kind === 'export') {
            // Out as a table and in again it is the same.
            const again = readScheduleCsv(scheduleCsv(scheduleOf(of, now), now));
            expect(again).toEqual({ splices, unused: now.unused ?? [] });
          } else
            past.push(
              e.kind === 'join'
                ? { ...now, splices: [...splices, e.splice] }
                : e.kind === 'unused'
                  ? { ...now, unused: [...(now.unused ?? []), { at: e.at, why: 'for another market' }] }
                  : e.kind === 'cut'
                    ? { ...now, splices: splices.filter((_, i) => i !== e.at) }
                    : { ...now, splices: [...splices, ...matchByFunction(scheduleOf(of, now)).splices] },
            );
          const { rows, stale } = scheduleOf(of, past[past.length - 1]);
          expect(rows.map((r) => r.key).sort()).toEqual(keys);
          for (const row of rows) {
            const { state } = row;
            // Connected means by wires that are there, each to a pin that is there and takes what comes.
            if (state.how === 'connected')
              for (const s of state.splices) {
                const other = [s.a, s.b].find((x) => `${x.plug}/${x.pin}` !== row.key)!;
                const there = rows.find((r) => r.key === `${other.plug}/${other.pin}`)!;
                expect(s.how === 'converter' ? s.converter : mismatchOf(row.pin, there.pin)).toEqual(
                  s.how === 'converter' ? 'box' : undefined,
                );
              }
            if (state.how === 'unused') expect(state.why).not.toBe('');
          }
          for (const s of stale) expect(keys).not.toContain(`${s.plug}/${s.pin}`);
        }
      }),
      { numRuns: 40 },
    );
    expect(edits).toBeGreaterThan(1000);
  });

  test('matching joins the same function alike and no pin twice', () => {
    fc.assert(
      fc.property(plugOf('engine:p', 'engine', 20), plugOf('car:p', 'car', 20), (a, b) => {
        const schedule = scheduleOf([a, b], undefined);
        const { splices, unlike } = matchByFunction(schedule);
        const ends = [...splices, ...unlike].flatMap((s) => [s.a, s.b]).map((x) => `${x.plug}/${x.pin}`);
        expect(new Set(ends).size).toBe(ends.length);
        const pin = ({ plug, pin: n }: Splice['a']) => schedule.rows.find((r) => r.key === `${plug}/${n}`)!;
        for (const s of splices) {
          expect(pin(s.a).fn!.id).toBe(pin(s.b).fn!.id);
          expect(mismatchOf(pin(s.a).pin, pin(s.b).pin)).toBeUndefined();
        }
        // Nothing is left that could have been joined.
        const left = scheduleOf([a, b], { splices });
        expect(matchByFunction(left).splices).toEqual([]);
      }),
    );
  });

  test('a table of pins goes out and comes in the same, from a spreadsheet too; what is no function is kept as a note', () => {
    fc.assert(
      fc.property(plugOf('car:p', 'car', 30), ({ plug }) => {
        expect(readPlugCsv(plugCsv(plug.pins))).toEqual({ pins: plug.pins, unknown: [] });
      }),
    );
    const pasted = readPlugCsv('1\tBK\tignition\n2\tRD\tKl. 99 thing\n3\t\ttachometer');
    expect(pasted).toEqual({
      pins: [
        { pin: '1', colour: 'BK', function: 'ignition' },
        { pin: '2', colour: 'RD', note: 'Kl. 99 thing' },
        { pin: '3', function: 'tacho' },
      ],
      unknown: ['Kl. 99 thing'],
    });
    expect(() => readPlugCsv('Pin,Colour\n1,BK\n1,RD')).toThrow('Line 3, Pin: there are two pins “1”.');
    expect(() => readPlugCsv('Pin,Current (A)\n1,-3')).toThrow('Line 2, Current (A)');
    expect(() => readPlugCsv(Array.from({ length: 201 }, (_, i) => `${i + 1}\tBK`).join('\n'))).toThrow('at most 200');
    expect(functionNamed('Tachometer')).toBe('tacho');
    expect(functionNamed('coil')).toBeUndefined();
  });

  test('the dictionary has some hundred and twenty functions or more, each once, each of a known kind', () => {
    expect(PIN_FUNCTIONS.length).toBeGreaterThan(119);
    expect(new Set(PIN_FUNCTIONS.map((f) => f.id)).size).toBe(PIN_FUNCTIONS.length);
    expect(new Set(PIN_FUNCTIONS.map((f) => f.label)).size).toBe(PIN_FUNCTIONS.length);
    for (const f of PIN_FUNCTIONS) expect(SIGNAL_KINDS).toContain(f.kind);
  });
});

describe('wires', () => {
  test('the wire of a circuit is the least that its fuse and its drop allow', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 60, noNaN: true }),
        fc.double({ min: 0.3, max: 12, noNaN: true }),
        fc.integer({ min: -10, max: 90 }),
        fc.integer({ min: 1, max: 12 }),
        (currentA, pathLengthM, aroundC, wires) => {
          const share = ampacityShare(aroundC, wires);
          const asked = {
            currentA,
            pathLengthM,
            conductorTemperatureC: aroundC,
            allowedDropV: 0.36,
            ampacityShare: share,
          };
          let sized;
          try {
            sized = sizeWire(asked);
          } catch {
            return;
          }
          expect(sized.fuseA!).toBeGreaterThanOrEqual(1.25 * currentA - 1e-9);
          expect(sized.dropV).toBeLessThanOrEqual(0.36);
          expect(voltageDrop({ ...asked, sizeMm2: sized.chosenSizeMm2 })).toBeCloseTo(sized.dropV, 12);
          // Longer, hotter or beside more it is never thinner.
          const more = { ...asked, pathLengthM: 1.3 * pathLengthM, ampacityShare: ampacityShare(aroundC, wires + 3) };
          try {
            expect(sizeWire(more).chosenSizeMm2).toBeGreaterThanOrEqual(sized.chosenSizeMm2);
          } catch (error) {
            expect(String(error)).toContain('more than any');
          }
        },
      ),
    );
    // By hand: √(45/75) of what is listed, then 0.7 among three.
    expect(ampacityShare(60, 3)).toBeCloseTo(Math.sqrt(0.6) * 0.7, 12);
    expect(() => ampacityShare(105, 1)).toThrow('insulation');
  });

  const fan = (change: object) => {
    const circuits = C.wiring!.circuits!.map((x) => (x.id === 'pump' ? { ...x, ...change } : x));
    return found(withWiring(C, { circuits }), 'circuit-pump')!;
  };
  test('no circuit is clear without fuse, ground, wire, length or surroundings', () => {
    expect(fan({}).state).toBe('clear');
    for (const key of ['fuseAmps', 'ground', 'sizeMm2', 'lengthM', 'aroundC', 'loadedWires', 'backBy', 'currentAmps'])
      expect([key, fan({ [key]: undefined }).state]).toEqual([key, 'unknown']);
  });
  test('a wire too thin, a fuse below its load, one that lets through above the wire’s current rating: blocked', () => {
    expect(fan({ sizeMm2: 0.5 }).state).toBe('blocked');
    expect(fan({ fuseAmps: 5 }).state).toBe('blocked');
    expect(fan({ fuseAmps: 60 }).title).toContain('above the wire’s current rating');
    expect(fan({ fuseAmps: 7.5 }).state).toBe('tight');
  });
});

describe('the current', () => {
  const check = (c: Candidate, id: string) => assess(tug, c, library).checks.find((x) => x.id === id)!;
  test('is the sum of what the circuits draw, at idle and at a cruise', () => {
    const circuits = circuitsOf(subjectOf(C));
    const sum = (of: 'idlePct' | 'cruisePct') =>
      circuits.reduce((s, c) => s + (c.current!.value * (c.circuit[of] ?? c.consumer![of])) / 100, 0);
    expect(check(C, 'current-idle').value).toBeCloseTo(sum('idlePct'), 9);
    expect(check(C, 'current-cruise').value).toBeCloseTo(sum('cruisePct'), 9);
    // 120 A of which an idle has 45 %.
    expect(check(C, 'current-idle').limit).toBeCloseTo(54, 9);
  });
  test('a fan that is added tightens it though nobody has entered its circuit; what nobody has entered leaves it unknown', () => {
    const circuits = C.wiring!.circuits!.filter((c) => c.consumer !== 'fan');
    const bare = withWiring({ ...C, partIds: C.partIds.filter((id) => id !== 'rad-2') }, { circuits });
    const fanned = withWiring(C, { circuits });
    // Of a car that has no electric fan of its own.
    const { fanM3PerH: _flow, fanAmps: _amps, ...cooling } = tug.chassis!.cooling!;
    const still = assess({ ...tug, chassis: { ...tug.chassis!, cooling } }, bare, library);
    const without = still.checks.find((x) => x.id === 'current-idle')!.value!;
    // 18 A for half of the time.
    expect(check(fanned, 'current-idle').value! - without).toBeCloseTo(9, 9);
    expect(check(bare, 'current-idle').state).toBe('unknown');
    expect(found(fanned, 'circuit-fan')!.state).toBe('unknown');
    const less = withWiring(C, { circuits: C.wiring!.circuits!.filter((c) => c.consumer !== 'wipers') });
    expect(check(less, 'current-idle').state).toBe('unknown');
    expect(found(less, 'circuits-missing')!.title).toContain('wipers');
    expect(check(withWiring(less, { without: ['wipers'] }), 'current-idle').state).not.toBe('unknown');
  });
  test('an alternator too small for fan and pump is blocked, and one that suits puts it right', () => {
    const E = candidate('E');
    const f =
      found(E, 'current-cruise') ?? assess(tug, E, library).findings.find((x) => x.title.includes('at cruise'))!;
    expect(f.state).toBe('blocked');
    const [remedy] = f.remedies;
    expect(remedy!.title).toBe('Fit Alternator 110 A, triple bracket');
    expect(check(accept(E, remedy!.accept!), 'current-cruise').state).toBe('clear');
  });
});

describe('the demo', () => {
  test('a rev counter on one coil of six is told with its pulses, and a named converter closes it', () => {
    const D = candidate('D');
    expect(found(D, 'pins-car:x1')).toMatchObject({ state: 'tight' });
    expect(found(D, 'pins-car:x1')!.because).toContain('0.5 pulses each turn against 2: converter required');
    const splices = D.wiring!.splices!.map((s): Splice =>
      s.a.pin === '6' ? { ...s, how: 'converter', converter: 'Signal converter' } : s,
    );
    expect(found(withWiring(D, { splices }), 'pins-car:x1')!.state).toBe('clear');
    const nameless = splices.map((s) => (s.how === 'converter' ? { a: s.a, b: s.b, how: s.how } : s));
    expect(found(withWiring(D, { splices: nameless }), 'pins-car:x1')!.state).toBe('blocked');
  });
  test('behind another axle the speedometer reads wrong by so much, and right with the factor that is said', () => {
    const { speedoFactor: factor, ...rest } = C.wiring!;
    const f = found({ ...C, wiring: rest }, 'speedo')!;
    expect(f.state).toBe('tight');
    expect(f.title).toContain('low');
    expect(1 / (1 + f.figure! / 100)).toBeCloseTo(factor!, 3);
    expect(found(C, 'speedo')!.state).toBe('clear');
  });
  test('a diesel without a computer has its stop solenoid and glow plugs, the racer its pins', () => {
    const A = candidate('A', pickup);
    const names = circuitsOf(subjectOf(A, pickup)).map((c) => c.circuit.consumer);
    expect(names).toEqual(expect.arrayContaining(['stop-solenoid', 'glow', 'starter']));
    expect(names).not.toContain('computer');
    const { rows } = scheduleOf(plugsOf(subjectOf(A, pickup)), A.wiring);
    expect(rows.every((r) => r.state.how !== 'open')).toBe(true);
    const R = candidate('A', racer);
    expect(scheduleOf(plugsOf(subjectOf(R, racer)), R.wiring).rows.some((r) => r.fn?.id === 'immobiliser-data')).toBe(
      true,
    );
  });
  test('nobody having entered anything is unknown; a car that stays as it was is wired as it was', () => {
    const { wiring: _w, ...bare } = C;
    const a = assess(tug, bare, library);
    expect(a.steps.wiring).toBe('unknown');
    expect(a.findings.filter((f) => f.step === 'wiring').flatMap((f) => f.missing)).toContain(
      '/candidates/c/wiring/plan',
    );
    const { plugs: _p, ...chassis } = tug.chassis!;
    const without = assess({ ...tug, chassis }, C, library);
    expect(without.findings.find((f) => f.id === 'wiring-plugs')!.missing).toEqual(['/chassis/plugs']);
  });
  test('what is missing leads to this screen, what stands with the engine to the library', () => {
    const screens = (pointer: string) => fieldWords(pointer)?.screen;
    expect(screens('/candidates/c/wiring/plan')).toBe('wiring');
    expect(screens('/candidates/c/wiring/circuits/2/aroundC')).toBe('wiring');
    expect(screens('/chassis/plugs')).toBe('wiring');
    expect(screens('/chassis/tyres/0')).toBe('survey');
    expect(screens(`/engines/${C.engineId}/plugs`)).toBe('library');
  });
  test('wires of another engine are named, not lost', () => {
    const other = { ...C, engineId: 'quillon-22' };
    // The air conditioning’s two pins, unused on purpose, are not on the other engine’s plug.
    expect(found(other, 'wiring-stale')!.title).toBe('2 ends of wires lead to pins that are not there');
    const gone = withWiring(C, {
      splices: [
        ...C.wiring!.splices!,
        { a: { plug: 'part.gone:x', pin: '9' }, b: { plug: 'car:x1', pin: '1' }, how: 'splice' },
      ],
    });
    expect(found(gone, 'wiring-stale')!.title).toBe('1 ends of wires lead to pins that are not there');
    expect(found(gone, 'pins-car:x1')!.state).toBe('unknown');
  });
  test('four plans stand side by side, each with what it keeps; one that can’t be had says why', () => {
    const plans = plansOf(subjectOf(C));
    expect(plans.map((p) => p.plan)).toEqual(['merged looms', 'adapter loom', 'standalone computer', 'loom shop']);
    expect(plans[0]!.hours).toEqual({ low: 12, likely: 25, high: 45 });
    expect(plans[3]).toMatchObject({ price: undefined, why: expect.stringContaining('Request a quote') });
    const quoted = withWiring(C, {
      shop: { name: 'Ferrier looms', price: { low: 700, likely: 800, high: 900, evidence: 'claimed' }, days: 30 },
    });
    expect(plansOf(subjectOf(quoted))[3]).toMatchObject({ days: 30, price: { likely: 800 } });
    // The manual box asks for no message; the automatic that wants torque is told what no computer sends.
    expect(plans[0]!.keeps['gearbox messages']).toBe('none wanted');
  });
  test('what a plan costs stands on the bill, once; what can’t be had leaves the total unknown; what stays keeps its loom', () => {
    const bill = (c: Candidate) => assess(tug, c, library).figures!.money!.bill;
    const line = (c: Candidate) => bill(c).lines.find((l) => l.class === 'wiring');
    const budget = (c: Candidate) => assess(tug, c, library).checks.find((k) => k.id === 'budget')!;
    // The adapter loom is among the parts: its price and its hours stand there.
    expect(line(C)).toBeUndefined();
    const without = { ...C, partIds: C.partIds.filter((id) => id !== plansOf(subjectOf(C))[1]!.part!.id) };
    const part = plansOf(subjectOf(C))[1]!.part!;
    expect(line(without)!.price).toEqual({
      low: part.price!.low,
      likely: part.price!.likely,
      high: part.price!.high,
    });
    expect(line(without)!.hours.likely).toBe(part.hours!.likely);
    // A joint that it closes is open without it, and guessed.
    const likely = (c: Candidate) =>
      bill(c).lines.reduce((sum, l) => sum + (l.class === 'joint' ? 0 : l.price.likely), 0);
    expect(likely(without)).toBeCloseTo(likely(C), 6);
    const merged = withWiring(C, { plan: 'merged looms' });
    expect(line(merged)).toMatchObject({ hours: { low: 12, likely: 25, high: 45 }, price: { likely: 130 } });
    // Nobody has decided: a guess as wide as all of them, and said to be one.
    const { plan: _plan, ...undecided } = C.wiring!;
    expect(line({ ...C, wiring: undecided })).toMatchObject({
      name: 'Wiring: not decided',
      evidence: 'estimated',
      price: { low: 60, high: 1420 },
    });
    const asked = withWiring(C, { plan: 'loom shop' });
    expect(budget(asked).state).toBe('unknown');
    expect(budget(asked).value).toBeUndefined();
    expect(found(asked, 'budget')!.missing).toEqual([`/candidates/${C.id}/wiring/shop`]);
    const quoted = withWiring(asked, {
      shop: { name: 'Ferrier looms', price: { low: 700, likely: 800, high: 900, evidence: 'claimed' }, days: 30 },
    });
    expect(line(quoted)).toMatchObject({ leadDays: 30, evidence: 'claimed', price: { likely: 800 } });
    expect(budget(quoted).state).toBe('clear');
    const stays = pickup.candidates.find((c) => c.engineId === pickup.chassis!.originalEngineId);
    if (stays)
      expect(
        assess(pickup, stays, library).figures!.money!.bill.lines.every(
          (l) => l.class !== 'wiring' || l.name !== 'Wiring: not decided',
        ),
      ).toBe(true);
  });
  test('labels: two to a wire', () => {
    const schedule = scheduleOf(plugsOf(subjectOf(C)), C.wiring);
    expect(labelsCsv(schedule, C.wiring).trim().split('\n')).toHaveLength(1 + 2 * C.wiring!.splices!.length);
  });
});

describe('joints that are wires', () => {
  const joint = (c: Candidate, key: string) =>
    assess(tug, c, library).figures!.joints!.joints.find((j) => j.key === key)!;
  const D = candidate('D');
  test('faces that disagree are closed by a named converter in the schedule, and by no bare wire', () => {
    expect(joint(D, 'tacho').closure.how).toBe('open');
    const splices = D.wiring!.splices!.map((s): Splice =>
      s.a.pin === '6' ? { ...s, how: 'converter', converter: 'Signal converter set to four' } : s,
    );
    // Of one that is no part nobody knows what it costs; one that is for sale has to be among the parts.
    expect(joint(withWiring(D, { splices }), 'tacho')).toMatchObject({
      state: 'tight',
      closure: { how: 'wired', through: 'Signal converter set to four' },
    });
    const { name } = library.parts.find((p) => p.id === 'sb-6')!;
    const bought = splices.map((s) => (s.how === 'converter' ? { ...s, converter: name } : s));
    expect(joint(withWiring(D, { splices: bought }), 'tacho').closure.how).toBe('open');
    const with6 = { ...withWiring(D, { splices: bought }), partIds: [...D.partIds, 'sb-6'] };
    expect(joint(with6, 'tacho').state).toBe('clear');
  });
  test('a joint whose faces mate is not known while its pins hang loose; joined or said to be unused, it is what its faces say', () => {
    const lamp = (c: Candidate) => joint(c, 'lamp:oil-pressure');
    expect(lamp(C).state).toBe('clear');
    const of = ({ a, b }: Splice) => [a, b].some((r) => r.plug === 'engine:c1' && r.pin === '8');
    const splices = C.wiring!.splices!.filter((s) => !of(s));
    expect(splices).toHaveLength(C.wiring!.splices!.length - 1);
    const loose = withWiring(C, { splices });
    expect(lamp(loose)).toMatchObject({ state: 'unknown', closure: { how: 'unknown' } });
    expect(found(loose, 'joint-lamp:oil-pressure')!.missing).toEqual([`/candidates/${C.id}/wiring/splices`]);
    const cut = C.wiring!.splices!.find(of)!;
    const unused = withWiring(C, {
      splices,
      unused: [
        ...(C.wiring!.unused ?? []),
        { at: cut.a, why: 'a gauge instead' },
        { at: cut.b, why: 'a gauge instead' },
      ],
    });
    expect(lamp(unused).state).toBe('clear');
  });
  test('a lamp and a rev counter of which no face is entered close by pins that are joined; a sender does not', () => {
    const without = (key: string) => ({
      ...library,
      engines: library.engines.map((e) =>
        e.id === C.engineId ? { ...e, ports: e.ports.filter((p) => p.kind !== key) } : e,
      ),
    });
    const how = (kind: string, key: string) =>
      assess(tug, C, without(kind)).figures!.joints!.joints.find((j) => j.key === key)?.closure;
    expect(how('lamp', 'lamp:oil-pressure')).toMatchObject({ how: 'wired', through: undefined });
    // A resistance against a resistance says nothing of the curves.
    expect(how('sender', 'sender:coolant')!.how).not.toBe('wired');
  });
});

describe('places', () => {
  const at = `/candidates/${C.id}/wiring`;
  const air = C.wiring!.sensors![0]!;
  const sensor = (change: Partial<MovedSensor>, leave: readonly (keyof MovedSensor)[] = []) =>
    found(
      withWiring(C, {
        sensors: [
          Object.fromEntries(
            Object.entries({ ...air, ...change }).filter(([k]) => !leave.includes(k as keyof MovedSensor)),
          ) as MovedSensor,
        ],
      }),
      `sensor-${air.id}`,
    )!;
  const hot = placedSolids(subjectOf(C), C.placement).find((s) => s.solid.temperature === 'hot')!;

  test('a computer beside hot exhaust is blocked, one away from it clear, one of which nobody has said where unknown', () => {
    const { computerAtMm: _was, ...nowhere } = C.wiring!;
    expect(found({ ...C, wiring: nowhere }, 'computer-place')).toMatchObject({
      state: 'unknown',
      missing: [`${at}/computerAtMm`],
    });
    const [x, y, z] = hot.convex.centre as unknown as readonly [number, number, number];
    const beside = found(withWiring(C, { computerAtMm: [x, y, z] }), 'computer-place')!;
    expect(beside.state).toBe('blocked');
    expect(beside.title).toContain(hot.solid.name);
    expect(found(C, 'computer-place')!.state).toBe('clear');
    // A candidate without a computer has none to place.
    expect(found(pickup.candidates[0]!, 'computer-place', pickup)).toBeUndefined();
  });
  test('the gap to heat is that of the solids: moved by so much, it is so much wider', () => {
    const subject = subjectOf(C);
    fc.assert(
      fc.property(fc.integer({ min: -800, max: -500 }), fc.integer({ min: 1, max: 300 }), (x, by) => {
        const near = heatGap(subject, [x, -430, 560])!;
        const far = heatGap(subject, [x - by, -430, 560])!;
        expect(far.gapMm).toBeGreaterThanOrEqual(near.gapMm - 1e-6);
        expect(far.gapMm - near.gapMm).toBeLessThanOrEqual(by + 1e-6);
        expect(near.needMm).toBeGreaterThanOrEqual(50);
      }),
    );
  });
  test('a sensor wants a place, wires and what it reads; downstream of a spray it reads cold', () => {
    expect(sensor({}).state).toBe('clear');
    for (const [key, missing] of [
      ['function', `${at}/sensors/0/function`],
      ['spray', `${at}/sensors/0/spray`],
      ['atMm', `${at}/sensors/0/atMm`],
      ['wireMm', `${at}/sensors/0/wireMm`],
    ] as const)
      expect(sensor({}, [key])).toMatchObject({ state: 'unknown', missing: [missing] });
    expect(sensor({ spray: 'downstream' }).state).toBe('blocked');
    expect(sensor({ spray: 'upstream' }).state).toBe('clear');
    // A coolant sensor asks for no spray.
    expect(sensor({ function: 'coolant-temp' }, ['spray']).state).toBe('clear');
  });
  test('a wire runs along the axes from plug to plug, less what both bring; without a tail nothing is proposed', () => {
    const subject = subjectOf(C);
    const { rows } = scheduleOf(plugsOf(subject), C.wiring);
    const byKey = new Map(rows.map((r) => [r.key, r]));
    const splice = C.wiring!.splices!.find((s) => s.b.plug === 'car:x2')!;
    // From the computer (−540, −430, 560) to the relay box (100, −500, 700), 300 mm of wire with the computer’s plug.
    expect(wireRun(subject, splice, byKey)).toEqual({ runMm: 640 + 70 + 140, toAddMm: 550 });
    const bare = { ...C.wiring!, computerAtMm: undefined } as unknown as Wiring;
    expect(wireRun({ ...subject, candidate: { ...C, wiring: bare } }, splice, byKey)).toBeUndefined();
    const plug = byKey.get('car:x2/1')!.plug;
    const { tailMm: _tail, ...without } = plug.plug;
    const cut = new Map(
      [...byKey].map(([k, r]) => [k, r.plug === plug ? { ...r, plug: { ...plug, plug: without } } : r]),
    );
    expect(wireRun(subject, splice, cut)).toEqual({ runMm: 850, toAddMm: undefined });
  });
  test('a circuit led along a loom of the bay takes its length from there, twice where a wire comes back', () => {
    const route = {
      id: 'main',
      name: 'main loom',
      kind: 'loom',
      diameterMm: 20,
      leastBendRadiusMm: 0,
      pointsMm: [
        [-400, -400, 600],
        [100, -400, 600],
        [100, -500, 700],
      ],
      plusMinusMm: 10,
    } as const;
    const [circuit] = C.wiring!.circuits!;
    const { lengthM: _length, ...rest } = circuit!;
    const led = (backBy: 'wire' | 'body') => {
      const c = withWiring(
        {
          ...C,
          routes: [{ ...route, pointsMm: route.pointsMm.map(([x, y, z]): [number, number, number] => [x, y, z]) }],
        },
        {
          circuits: [{ ...rest, routeId: 'main', backBy }],
        },
      );
      return circuitsOf(subjectOf(c)).find((x) => x.circuit.id === rest.id)!;
    };
    const mm = 500 + Math.hypot(100, 100);
    expect(led('body').path!.value).toBeCloseTo(mm / 1000, 2);
    expect(led('wire').path!.value).toBeCloseTo((2 * mm) / 1000, 2);
    expect(led('wire').missing).not.toContain('lengthM');
    const gone = withWiring(C, { circuits: [{ ...rest, routeId: 'gone' }] });
    expect(circuitsOf(subjectOf(gone)).find((x) => x.circuit.id === rest.id)!.missing).toContain('lengthM');
  });
});

describe('the sheets', () => {
  const head = { buildName: 'Glider tug', date: '2026-12-01' };
  const units = { system: 'metric' } as const;
  const texts = (sheets: readonly Sheet[]) =>
    sheets.flatMap((s) => s.marks.flatMap((m) => (m.kind === 'text' ? [m] : [])));
  const many = (owner: PlacedPlug['owner'], key: string): PlacedPlug => ({
    key,
    owner,
    of: owner,
    plug: {
      id: owner.slice(0, 1),
      name: key,
      pins: PIN_FUNCTIONS.slice(0, 40).map((f, i) => ({
        pin: `${i + 1}`,
        colour: 'BK/WH',
        function: f.id,
        ...(f.id === 'tacho' ? { pulsesPerRev: 2 } : {}),
      })),
    },
  });
  const plugs = [many('engine', 'engine:p'), many('car', 'car:p')];
  const splices = matchByFunction(scheduleOf(plugs, undefined)).splices;
  const schedule = scheduleOf(plugs, { splices });

  test('a bench sheet has every pin of its plug, on as many pages as it takes, within the paper', () => {
    const sheets = plugSheets(plugs[0]!, schedule, { letter: 'C' }, units, head);
    expect(sheets.length).toBe(2);
    const words = texts(sheets).map((t) => t.text);
    for (const f of PIN_FUNCTIONS.slice(0, 40)) expect(words).toContain(f.label);
    const boxes = sheets.flatMap((s) => s.marks.filter((m) => m.kind === 'line' && m.layer === 'cut'));
    expect(boxes).toHaveLength(40);
    for (const s of sheets)
      for (const m of s.marks)
        for (const [x, y] of m.kind === 'line' ? m.points : [m.at])
          expect(x >= 0 && x <= s.widthMm && y >= 0 && y <= s.heightMm).toBe(true);
  });

  test('the loom of forty wires stands on A3 and no label lies over another', () => {
    const rows = schedule.rows;
    const lanes = rows
      .filter((r) => r.plug.owner === 'engine')
      .map((left) => ({ left, right: rows.find((r) => r.plug.owner === 'car' && r.pin.pin === left.pin.pin) }));
    const sheets = loomSheets(lanes, { letter: 'C', wiring: { splices } }, units, head);
    expect(sheets.map((s) => [s.widthMm, s.heightMm])).toEqual([[420, 297]]);
    const boxes = texts(sheets).map((t) => {
      const wide = 0.55 * t.heightMm * t.text.length;
      const x = t.anchor === 'end' ? t.at[0] - wide : t.anchor === 'middle' ? t.at[0] - wide / 2 : t.at[0];
      return { text: t.text, x0: x, x1: x + wide, y0: t.at[1] - t.heightMm, y1: t.at[1] };
    });
    for (const [i, a] of boxes.entries())
      for (const b of boxes.slice(i + 1))
        expect([a.text, b.text, a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1]).toEqual([
          a.text,
          b.text,
          false,
        ]);
    // A wire for each of the forty.
    expect(sheets[0]!.marks.filter((m) => m.kind === 'line' && m.layer === 'powertrain')).toHaveLength(40);
  });

  test('forty circuits stand on A3, each with fuse, wire and ground, no words over others', () => {
    const judged = Array.from({ length: 40 }, (_, i) => {
      const of = circuitsOf(subjectOf(C))[i % 10]!;
      return {
        ...of,
        circuit: { ...of.circuit, id: `c${i}`, name: `Circuit ${i} with a rather long name, ${of.circuit.name}` },
      };
    });
    for (const u of [units, { system: 'us' } as const]) {
      const sheets = circuitSheets(judged, { letter: 'C' }, u, head);
      expect(sheets).toHaveLength(1);
      const words = texts(sheets);
      expect(words.filter((t) => t.text.startsWith('Circuit '))).toHaveLength(40);
      const box = ({ at: [x, y], text, heightMm, anchor }: (typeof words)[number]) => {
        const w = text.length * heightMm * 0.5;
        const from = anchor === 'middle' ? x - w / 2 : anchor === 'end' ? x - w : x;
        return { from, to: from + w, top: y - heightMm * 0.75, bottom: y };
      };
      const boxes = words.map(box);
      const over = boxes.flatMap((a, i) =>
        boxes
          .slice(i + 1)
          .filter((b) => a.from < b.to && b.from < a.to && a.top < b.bottom && b.top < a.bottom)
          .map((b) => [words[i]!.text, words[boxes.indexOf(b)]!.text]),
      );
      expect(over).toEqual([]);
    }
    expect(circuitSheets([], { letter: 'C' }, units, head)).toEqual([]);
  });
  test('labels stand at true size side by side within the paper, every one of them', () => {
    const labels = wireLabels(schedule, { splices });
    const sheets = labelSheets(labels, units, head);
    expect(sheets.length).toBe(Math.ceil(labels.length / (LABEL.across * LABEL.down)));
    const frames = sheets.flatMap((s) => s.marks.filter((m) => m.kind === 'line' && m.layer === 'cut'));
    expect(frames).toHaveLength(labels.length);
    for (const m of frames) {
      if (m.kind !== 'line') continue;
      const [xs, ys] = [m.points.map((p) => p[0]), m.points.map((p) => p[1])];
      expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(LABEL.widthMm, 9);
      expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(LABEL.heightMm, 9);
      expect(Math.min(...xs)).toBeGreaterThanOrEqual(0);
      expect(Math.max(...xs)).toBeLessThanOrEqual(210);
      expect(Math.max(...ys)).toBeLessThanOrEqual(297 - 20);
    }
    const words = texts(sheets).map((t) => t.text);
    for (const l of labels) expect(words).toContain(l.label);
  });
  test('the test list has each wire for continuity, each live pin for shorts, each circuit for its current', () => {
    const subject = subjectOf(C);
    const words = texts(testSheets(scheduleOf(plugsOf(subject), C.wiring), circuitsOf(subject), C, units, head)).map(
      (t) => t.text,
    );
    expect(words.filter((w) => w === 'Continuity, battery off')).toHaveLength(C.wiring!.splices!.length);
    expect(words.filter((w) => w === 'Current at key-on')).toHaveLength(C.wiring!.circuits!.length);
    expect(words).toContain('7.0 A at most, fuse 10.0 A');
    expect(words).toContain('lit at key-on, out once it runs');
  });
});

import { compareEngine, engineSentence } from '../src/index.ts';
import { library, tug, withEngine, words } from './demo.ts';

const engine = (id: string, lib = library) => lib.engines.find((e) => e.id === id)!;
const compared = (ids: readonly string[], lib = library) => ids.map((id) => compareEngine(engine(id, lib), tug.brief));

test('a bare-quoted engine that looks lighter is heavier once both are like for like', () => {
  const [v6, four] = compared(['hesper-v6-27', 'quillon-22']);
  expect(v6!.bridge!.quoted.value).toBeLessThan(four!.bridge!.quoted.value);
  expect(v6!.installedKg!.value).toBeGreaterThan(four!.installedKg!.value + 20);
});

test('the peak winner that loses in the band is named with both figures', () => {
  const text = words(engineSentence(compared(['hesper-v6-27', 'dotterel-triple', 'quillon-22']), tug));
  expect(text).toMatch(
    /^V6 2\.7: highest mean power in the rpm range, 78 kW; triple has the higher peak, 128 kW, and has 51 kW less in the rpm range\./,
  );
});

test('where peak and band agree, it says so', () => {
  expect(words(engineSentence(compared(['hesper-v6-27', 'sidecam-12']), tug))).toContain('and most at the peak');
});

test('a worse day takes power, and money for a kilowatt is price over it', () => {
  const [v6] = compared(['hesper-v6-27']);
  expect(v6!.hotBandPowerKw!.value).toBeLessThan(v6!.bandPowerKw!.value);
  const { low, likely, high } = v6!.engine.price!;
  expect(v6!.perBandKw!.value).toBeCloseTo((low + 4 * likely + high) / 6 / v6!.bandPowerKw!.value, 9);
});

test('without a curve or a basis nothing is made up', () => {
  const lib = withEngine('quillon-22', (e) => ({ ...e, curves: [], massRecords: [] }));
  const [none] = compared(['quillon-22'], lib);
  expect(none!.peakPowerKw).toBeUndefined();
  expect(none!.installedKg).toBeUndefined();
  expect(words(engineSentence([none!], tug))).toContain('No torque curve');
  expect(compareEngine(engine('tansy-14s'), tug.brief).installedKg).toBeUndefined();
});

test('its size is that of everything on it', () => {
  const e = engine('quillon-22');
  const tall = {
    ...e,
    solids: [
      ...e.solids,
      {
        ...e.solids[0]!,
        id: 'mast',
        shape: {
          kind: 'box' as const,
          centreMm: [200, 0, 900] as [number, number, number],
          sizeMm: [10, 10, 200] as [number, number, number],
        },
      },
    ],
  };
  expect(compareEngine(tall, tug.brief).sizeMm!.height).toBeGreaterThan(
    compareEngine(e, tug.brief).sizeMm!.height + 300,
  );
});

import type { Chassis, Taped } from '../../model/index.ts';
import { templateOf, TEMPLATES } from './obstacleTemplates.ts';
import { tapeList } from './tapeList.ts';

const bare = { drive: 'rear', engineLies: 'longitudinal', obstacles: [], tape: [] } as unknown as Chassis;
const names = (chassis: Chassis, options = {}) => tapeList(chassis, options).flatMap((s) => s.entries.map((e) => e.id));
const taped = (key: string, keys: readonly string[]): Taped => ({
  id: key,
  name: templateOf(key)!.name,
  template: key,
  role: templateOf(key)!.role,
  may: [],
  readings: keys.map((k) => ({ key: k, method: 'tape', takes: [{ typed: '100', mm: 100 }] })),
});

test('of a bare bay it lists what the bay needs, in the order of walking, each with what stays unknown', () => {
  const list = tapeList(bare);
  expect(list.map((s) => s.station)).toEqual(['Front', 'Firewall', 'Underneath', 'Inside']);
  expect(names(bare)).toEqual([
    'bonnet',
    'radiator',
    'firewall',
    'crossmember',
    'steering-box',
    'ground',
    'tunnel-roof',
    'tunnel-left',
    'tunnel-right',
  ]);
  expect(list[0]!.entries[0]!.needed).toMatch(/engine height limit/);
});

test('an engine across a front-drive car has no tunnel to be read', () => {
  expect(names({ ...bare, drive: 'front', engineLies: 'transverse' })).not.toContain('tunnel-roof');
});

test('what is begun stays until it is read whole, then it is there only when asked for', () => {
  const whole = taped('ground', ['clearance', 'half']);
  const chassis = { ...bare, tape: [taped('bonnet', ['front']), whole] };
  expect(names(chassis)).toContain('bonnet');
  expect(names(chassis)).not.toContain('ground');
  expect(names(chassis, { read: true })).toContain('ground');
  expect(names(chassis).filter((n) => n === 'bonnet')).toHaveLength(1);
});

test.each(['front', 'middle', 'rear'] as const)(
  'with its engine %s, everything is every kind of body of such a bay once, but for the one without a name',
  (engineSits) => {
    const all = names({ ...bare, engineSits }, { all: true });
    const other = engineSits === 'front' ? 'behind' : 'before';
    expect([...all].sort()).toEqual(
      TEMPLATES.filter((t) => t.bay !== other)
        .map((t) => t.key)
        .filter((k) => k !== 'other')
        .sort(),
    );
    expect(all.includes('firewall-behind')).toBe(engineSits !== 'front');
  },
);

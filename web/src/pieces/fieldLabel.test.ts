import { fieldLabel } from './fieldLabel.ts';

const NAMES: Readonly<Record<string, string>> = { 'lumps/2': 'Radiator', 'obstacles/wall': 'Bulkhead' };
const names = (key: string, list: string) => NAMES[`${list}/${key}`];

test.each([
  ['/brief/budget', 'budget'],
  ['/brief/hill/hitchHeightMm', 'coupling height'],
  ['/candidates/d/finalDrive', 'final drive'],
  ['/candidates/d/placement/xMm', 'X, forward'],
  ['/chassis/wheelbaseMm/value', 'wheelbase'],
  ['/chassis/lumps/2/massKg', 'mass, Radiator'],
  ['/name', 'name of the build'],
])('%s is called “%s”', (pointer, label) => {
  expect(fieldLabel(pointer, names)).toBe(label);
});

test.each([
  ['/engines/x/nobodyKnows', 'x, nobody knows'],
  ['/chassis/obstacles/wall/shape', 'shape, Bulkhead'],
  ['/candidates/d/workings/turbo', 'calculations kept, turbo'],
  ['/chassis/shifterAperture/frontMm', 'shifter aperture, front'],
  ['/candidates/d', 'all of it'],
])('what nobody has named: %s is “%s”', (pointer, label) => {
  expect(fieldLabel(pointer, names)).toBe(label);
});

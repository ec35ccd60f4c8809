import { quantityOf, unitSuffix } from '@sable/core/model';

test.each([
  ['massKg', 'massKg', 'Kg'],
  ['hitchHeightMm', 'lengthMm', 'Mm'],
  ['gearboxTorqueNm', 'torqueNm', 'Nm'],
  ['flowCcPerMin', 'flowCcPerMin', 'CcPerMin'],
  ['stiffnessNPerMm', 'stiffnessNPerMm', 'NPerMm'],
  ['speedKph', 'speedKph', 'Kph'],
  ['distanceKm', 'travelledKm', 'Km'],
  ['distanceM', 'distanceM', 'M'],
  ['fuelL', 'volumeL', 'L'],
  ['budget', 'money', ''],
  ['hourlyRate', 'money', ''],
  ['maxHours', 'hours', ''],
  ['finalDrive', 'number', ''],
  ['teeth', 'number', ''],
])('%s holds %s', (name, quantity, suffix) => {
  expect([quantityOf(name), unitSuffix(name)]).toEqual([quantity, suffix]);
});

test('a unit alone is no name of a field', () => {
  expect(quantityOf('M')).toBe('number');
  expect(unitSuffix('L')).toBe('');
});

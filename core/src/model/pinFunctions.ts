/** What travels on a wire: what it is measured as decides what can be joined to what. */
export const SIGNAL_KINDS = [
  'supply',
  'ground',
  'switched',
  'ratio',
  'resistance',
  'hall',
  'inductive',
  'pulse',
  'bus',
  'coil',
  'injector',
] as const;
export type SignalKind = (typeof SIGNAL_KINDS)[number];

/** Seen from the powertrain: it is fed, it gives, or both. */
export type PinDirection = 'in' | 'out' | 'both';

export interface PinFunction {
  readonly id: string;
  readonly label: string;
  readonly direction: PinDirection;
  readonly kind: SignalKind;
  readonly typicalA: number | undefined;
  /** By DIN 72552, where it has one. */
  readonly terminal: string | undefined;
}

const DIRECTIONS: Readonly<Record<string, PinDirection>> = { i: 'in', o: 'out', b: 'both' };

/** Id, label, direction, kind, typical current (A), terminal. One line each: a hundred objects written out weigh three times as much. */
const TABLE = `
battery|battery, always live|i|supply|15|30
ignition|ignition, live with the key|i|supply|10|15
accessory|accessories, live at the first notch|i|supply|10|75
start|starter, live while cranking|i|switched|15|50
start-inhibit|start inhibit, park or neutral, or clutch|i|switched|0.5|50
ground-power|ground of power stages|b|ground|20|31
ground-signal|ground of sensors|b|ground|0.5|31
ground-case|ground of the case|b|ground|1|31
ground-coils|ground of the coils|b|ground|10|31
shield|screen of a cable|b|ground||31
main-relay|main relay, driven|o|switched|0.3|86
main-feed|supply through the main relay|i|supply|15|87
pump-relay|fuel pump relay, driven|o|switched|0.3|86
pump-feed|fuel pump|o|supply|7|87
pump-second|second fuel pump|o|supply|7|87
sensor-5v|5 V for sensors|b|supply|0.1|
sensor-5v-second|second 5 V for sensors|b|supply|0.1|
crank|crank sensor|b|inductive||
crank-return|crank sensor, return|b|inductive||
cam|cam sensor|b|hall||
cam-second|cam sensor, second bank|b|hall||
cam-exhaust|cam sensor, exhaust|b|hall||
coolant-temp|coolant temperature, computer|b|resistance||
coolant-gauge|coolant temperature, gauge|o|resistance||
oil-temp|oil temperature|b|resistance||
oil-pressure-gauge|oil pressure, gauge|o|resistance||
oil-pressure-lamp|oil pressure lamp|o|switched|0.2|
oil-level|oil level|o|resistance||
air-temp|intake air temperature|b|resistance||
air-mass|air mass meter|b|ratio||
air-mass-pulse|air mass meter, by frequency|b|pulse||
manifold-pressure|manifold pressure|b|ratio||
boost-pressure|boost pressure|b|ratio||
fuel-pressure|rail pressure|b|ratio||
fuel-temp|fuel temperature|b|resistance||
exhaust-temp|exhaust temperature|b|resistance||
ambient-pressure|ambient pressure|b|ratio||
throttle-position|throttle position|b|ratio||
throttle-position-2|throttle position, second track|b|ratio||
throttle-motor-plus|throttle motor, plus|b|switched|5|
throttle-motor-minus|throttle motor, minus|b|switched|5|
idle-valve-open|idle valve, opens|b|switched|1|
idle-valve-close|idle valve, closes|b|switched|1|
idle-step-1|idle stepper, first coil|b|switched|0.5|
idle-step-2|idle stepper, second coil|b|switched|0.5|
pedal-position-1|pedal position, first track|i|ratio||
pedal-position-2|pedal position, second track|i|ratio||
pedal-5v-1|5 V of the pedal, first track|o|supply|0.1|
pedal-5v-2|5 V of the pedal, second track|o|supply|0.1|
pedal-ground-1|ground of the pedal, first track|o|ground|0.1|31
pedal-ground-2|ground of the pedal, second track|o|ground|0.1|31
kickdown|kick-down switch|i|switched|0.2|
brake-switch|brake lamp switch|i|switched|0.2|54
brake-switch-2|brake pedal, second contact|i|switched|0.2|
clutch-switch|clutch pedal switch|i|switched|0.2|
cruise|cruise control lever|i|resistance||
lambda-signal|oxygen sensor, before the catalyst|b|ratio||
lambda-ground|oxygen sensor, its ground|b|ground||31
lambda-heater|oxygen sensor, heater|b|switched|2|
lambda-2-signal|oxygen sensor, after the catalyst|b|ratio||
lambda-2-heater|oxygen sensor after the catalyst, heater|b|switched|2|
lambda-wide|wide-band sensor, pump cell|b|ratio||
knock|knock sensor|b|ratio||
knock-second|knock sensor, second bank|b|ratio||
coil-1|coil 1|b|coil|6|1
coil-2|coil 2|b|coil|6|1
coil-3|coil 3|b|coil|6|1
coil-4|coil 4|b|coil|6|1
coil-5|coil 5|b|coil|6|1
coil-6|coil 6|b|coil|6|1
coil-7|coil 7|b|coil|6|1
coil-8|coil 8|b|coil|6|1
coil-feed|supply of the coils|i|supply|15|15
injector-1|injector 1|b|injector|1|
injector-2|injector 2|b|injector|1|
injector-3|injector 3|b|injector|1|
injector-4|injector 4|b|injector|1|
injector-5|injector 5|b|injector|1|
injector-6|injector 6|b|injector|1|
injector-7|injector 7|b|injector|1|
injector-8|injector 8|b|injector|1|
injector-feed|supply of the injectors|i|supply|8|87
boost-valve|boost control valve|b|switched|1|
recirculation|exhaust gas recirculation valve|b|switched|1.5|
recirculation-position|exhaust gas recirculation, position|b|ratio||
canister|vapour canister valve|b|switched|1|
secondary-air|secondary air pump relay|o|switched|0.3|86
secondary-air-valve|secondary air valve|b|switched|1|
intake-flap|intake flap valve|b|switched|1|
phaser|cam phaser valve|b|switched|1|
phaser-second|cam phaser valve, second bank|b|switched|1|
cut-out|cylinder cut-out valve|b|switched|1|
bypass|supercharger clutch or bypass|b|switched|4|
water-pump|electric water pump|o|switched|6|
alternator-lamp|charge lamp|b|switched|0.2|61
alternator-sense|alternator, voltage sense|i|supply|0.1|30
alternator-field|alternator, driven field|b|bus|0.5|
tacho|tachometer|o|pulse||1
speed|road speed|i|pulse||
speed-out|road speed, passed on|o|pulse||
consumption|fuel consumption|o|pulse||
check-lamp|engine lamp|o|switched|0.2|
temp-lamp|coolant temperature lamp|o|switched|0.2|
glow-lamp|glow lamp|o|switched|0.2|
glow-relay|glow plug relay, driven|o|switched|0.3|86
glow-feed|glow plugs|o|supply|40|87
stop-solenoid|stop solenoid|i|switched|2|15
injection-start|injection timing valve|b|switched|1|
rack-position|pump rack position|b|ratio||
needle-lift|needle lift sensor|b|inductive||
fan-low|fan, low speed|o|switched|0.3|86
fan-high|fan, high speed|o|switched|0.3|86
fan-drive|fan, driven by pulses|o|pulse||
ac-request|air conditioning request|i|switched|0.2|
ac-clutch|compressor clutch|o|switched|4|
ac-pressure|air conditioning, pressure|i|ratio||
steering-pressure|steering pump pressure switch|i|switched|0.2|
torque-signal|torque message to the gearbox|o|bus||
torque-cut|torque reduction requested by the gearbox|i|bus||
gear-position|selector position|i|switched|0.2|
reverse-switch|reversing lamp switch|o|switched|4|
neutral-switch|neutral switch|i|switched|0.2|
input-speed|gearbox input speed|b|inductive||
output-speed|gearbox output speed|b|inductive||
shift-1|shift solenoid 1|b|switched|1|
shift-2|shift solenoid 2|b|switched|1|
shift-3|shift solenoid 3|b|switched|1|
line-pressure|line pressure solenoid|b|switched|1|
lock-up|lock-up solenoid|b|switched|1|
gearbox-temp|gearbox oil temperature|b|resistance||
wheel-speed-left|wheel speed, driven left|i|inductive||
wheel-speed-right|wheel speed, driven right|i|inductive||
can-high|data bus, high|b|bus||
can-low|data bus, low|b|bus||
diagnosis-k|diagnosis line|b|bus||
diagnosis-l|diagnosis line, wake|b|bus||
immobiliser-data|immobiliser, data|b|bus||
immobiliser-release|immobiliser, release|i|switched|0.2|
key-ring|key ring antenna|b|bus||
serial-tune|tuning port|b|bus||
`;

/** Every function that a pin can have. */
export const PIN_FUNCTIONS: readonly PinFunction[] = TABLE.trim()
  .split('\n')
  .map((line) => {
    const [id, label, direction, kind, ampere, terminal] = line.split('|') as [
      string,
      string,
      string,
      string,
      string,
      string,
    ];
    return {
      id,
      label,
      direction: DIRECTIONS[direction]!,
      kind: kind as SignalKind,
      typicalA: ampere === '' ? undefined : Number(ampere),
      terminal: terminal === '' ? undefined : terminal,
    };
  });

const byId = new Map(PIN_FUNCTIONS.map((f) => [f.id, f]));
export const pinFunction = (id: string | undefined): PinFunction | undefined =>
  id === undefined ? undefined : byId.get(id);

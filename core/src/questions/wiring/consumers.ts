import { coolingFanOf } from '../cooling/index.ts';
import type { Subject } from '../../model/index.ts';

/** What draws current in a car, as circuits are offered: its typical current and how much of the time it draws, at idle and at a cruise, %. */
export interface Consumer {
  readonly id: string;
  readonly label: string;
  readonly typicalA: number;
  readonly idlePct: number;
  readonly cruisePct: number;
  readonly terminal: '15' | '30' | '50' | '56b' | '58' | '75' | '87';
  /** A starter’s cable has no fuse, and may lose half a volt. */
  readonly fused: boolean;
  /** Whether a car with this engine has to have it, or somebody says that it has none. */
  readonly asked: (subject: Subject) => boolean;
}

const always = () => true;
const never = () => false;
const petrol = ({ engine }: Subject) => engine.fuel !== 'diesel';
const computer = ({ engine }: Subject) => engine.computer !== undefined || engine.fuel !== 'diesel';
const electricPump = ({ chassis, parts }: Subject) =>
  parts.some((p) => p.provides.some((x) => x.kind === 'fuel-supply')) || chassis?.fuelSystem?.pump !== 'on the engine';

/** Headlamps, pump and fans by what is usual (10 A a pair, 7 A, 15 to 25 A); all others typical of a car of the eighties to the two-thousands. */
export const CONSUMERS: readonly Consumer[] = [
  {
    id: 'starter',
    label: 'Starter',
    typicalA: 200,
    idlePct: 0,
    cruisePct: 0,
    terminal: '30',
    fused: false,
    asked: always,
  },
  {
    id: 'computer',
    label: 'Engine computer and valves',
    typicalA: 5,
    idlePct: 100,
    cruisePct: 100,
    terminal: '87',
    fused: true,
    asked: computer,
  },
  {
    id: 'coils',
    label: 'Ignition coils',
    typicalA: 10,
    idlePct: 30,
    cruisePct: 70,
    terminal: '15',
    fused: true,
    asked: petrol,
  },
  {
    id: 'injectors',
    label: 'Injectors',
    typicalA: 5,
    idlePct: 20,
    cruisePct: 60,
    terminal: '87',
    fused: true,
    asked: petrol,
  },
  {
    id: 'pump',
    label: 'Fuel pump',
    typicalA: 7,
    idlePct: 100,
    cruisePct: 100,
    terminal: '87',
    fused: true,
    asked: electricPump,
  },
  {
    id: 'fan',
    label: 'Cooling fan',
    typicalA: 20,
    idlePct: 50,
    cruisePct: 25,
    terminal: '87',
    fused: true,
    asked: (s) => coolingFanOf(s) !== undefined,
  },
  {
    id: 'headlamps',
    label: 'Headlamps',
    typicalA: 10,
    idlePct: 100,
    cruisePct: 100,
    terminal: '56b',
    fused: true,
    asked: always,
  },
  {
    id: 'lamps',
    label: 'Side, tail and instrument lamps',
    typicalA: 4,
    idlePct: 100,
    cruisePct: 100,
    terminal: '58',
    fused: true,
    asked: always,
  },
  {
    id: 'blower',
    label: 'Heater fan',
    typicalA: 10,
    idlePct: 60,
    cruisePct: 60,
    terminal: '75',
    fused: true,
    asked: always,
  },
  {
    id: 'wipers',
    label: 'Wipers',
    typicalA: 5,
    idlePct: 50,
    cruisePct: 50,
    terminal: '75',
    fused: true,
    asked: always,
  },
  {
    id: 'rear-screen',
    label: 'Heated rear screen',
    typicalA: 14,
    idlePct: 50,
    cruisePct: 50,
    terminal: '75',
    fused: true,
    asked: never,
  },
  {
    id: 'glow',
    label: 'Glow plugs',
    typicalA: 40,
    idlePct: 0,
    cruisePct: 0,
    terminal: '30',
    fused: true,
    asked: (s) => s.engine.fuel === 'diesel',
  },
  {
    id: 'stop-solenoid',
    label: 'Stop solenoid',
    typicalA: 2,
    idlePct: 100,
    cruisePct: 100,
    terminal: '15',
    fused: true,
    asked: (s) => s.engine.fuel === 'diesel' && s.engine.computer === undefined,
  },
  {
    id: 'water-pump',
    label: 'Electric water pump',
    typicalA: 6,
    idlePct: 100,
    cruisePct: 100,
    terminal: '87',
    fused: true,
    asked: never,
  },
  {
    id: 'servo-pump',
    label: 'Vacuum pump of the servo',
    typicalA: 10,
    idlePct: 20,
    cruisePct: 10,
    terminal: '15',
    fused: true,
    asked: (s) => s.parts.some((p) => p.class === 'pump' && p.provides.some((x) => x.kind === 'servo')),
  },
  {
    id: 'steering-pump',
    label: 'Electric steering pump',
    typicalA: 50,
    idlePct: 25,
    cruisePct: 15,
    terminal: '30',
    fused: true,
    asked: never,
  },
  {
    id: 'gearbox',
    label: 'Gearbox computer and solenoids',
    typicalA: 5,
    idlePct: 100,
    cruisePct: 100,
    terminal: '87',
    fused: true,
    asked: (s) => s.gearbox.kind === 'automatic' && s.gearbox.wants.length > 0,
  },
  {
    id: 'radio',
    label: 'Radio and sockets',
    typicalA: 5,
    idlePct: 50,
    cruisePct: 50,
    terminal: '75',
    fused: true,
    asked: never,
  },
  {
    id: 'other',
    label: 'Something else',
    typicalA: 5,
    idlePct: 100,
    cruisePct: 100,
    terminal: '15',
    fused: true,
    asked: never,
  },
];

const byId = new Map(CONSUMERS.map((c) => [c.id, c]));
export const consumerOf = (id: string | undefined): Consumer | undefined =>
  id === undefined ? undefined : byId.get(id);

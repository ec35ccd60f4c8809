import { Type } from 'typebox';
import { say } from '../../../units/index.ts';
import { choice, defineJoint } from '../kind.ts';

const WORKS = ['cable', 'rod', 'wire'] as const;
const mm = (v: number) => say(v, 'lengthMm', { digits: 0 });

/** The pedal opens the throttle fully, and it shuts by itself. */
export const throttle = defineJoint({
  kind: 'throttle',
  order: 62,
  group: 'controls',
  title: 'Throttle to pedal',
  sides: { a: 'throttle of the engine', b: 'pedal of the car' },
  home: { a: 'engine', b: 'car' },
  look: 'Cable, rod or a pedal with a sensor; that it opens fully at the floor and shuts by itself, cold and hot.',
  spec: {
    a: Type.Object({
      works: choice('opened by', WORKS),
      pullMm: Type.Optional(Type.Number({ title: 'pull to open fully, mm', exclusiveMinimum: 0 })),
      pedal: Type.Optional(Type.String({ title: 'pedal that its computer reads' })),
    }),
    b: Type.Object({
      works: choice('works by', WORKS),
      pullMm: Type.Optional(Type.Number({ title: 'pull of the pedal, mm', exclusiveMinimum: 0 })),
      pedal: Type.Optional(Type.String({ title: 'kind of pedal' })),
    }),
  },
  neededFor: () => true,
  alsoAsks: (a, b) =>
    a.works !== b.works ? {} : a.works === 'wire' ? { a: ['pedal'], b: ['pedal'] } : { a: ['pullMm'], b: ['pullMm'] },
  miss(a, b) {
    if (a.works !== b.works) return { words: `it is opened by ${a.works}, the pedal works by ${b.works}` };
    if (a.works === 'wire')
      return a.pedal === b.pedal
        ? undefined
        : { words: `its computer reads the pedal of ${a.pedal!}, here is that of ${b.pedal!}` };
    if (b.pullMm! >= a.pullMm!) return undefined;
    return {
      words: `pedal travel ${mm(b.pullMm!)}, full throttle requires ${mm(a.pullMm!)}`,
      quantity: 'lengthMm',
      value: b.pullMm!,
      limit: a.pullMm!,
    };
  },
  whenOpen: 'blocked',
  openTitle: (by) => `Throttle does not match the pedal: ${by}`,
});

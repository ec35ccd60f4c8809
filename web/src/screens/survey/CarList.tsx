import { Chassis } from '@sable/core';
import { fieldProblems } from '@sable/core/formats';
import Button from '@mui/material/Button';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { useKept } from '../../hooks/kept.ts';
import { Node } from '../../pieces/form/Node.tsx';
import type { Schema } from '../../pieces/schemaRange.ts';
import { validateCarLists } from '../../validators/generated/carValidator.js';
import form from '../../pieces/form/form.module.css';

type ListName =
  | 'tyres'
  | 'axleRatios'
  | 'differentials'
  | 'lumps'
  | 'shell'
  | 'past'
  | 'brakes'
  | 'cooling'
  | 'antiRoll'
  | 'controlArms'
  | 'steering'
  | 'fuelSystem'
  | 'electrics'
  | 'exhaust';
type Entries = readonly unknown[];
/** A list of things, or one thing of several parts. */
type Kept = Entries | object;

/** Of several only one can be on the car: the one that was said to be last. */
function oneFitted(before: Entries, next: Entries): Entries {
  const fitted = (e: unknown) => (e as { fitted?: boolean } | undefined)?.fitted === true;
  const on = next.flatMap((e, i) => (fitted(e) ? [i] : []));
  if (on.length < 2) return next;
  const last = on.find((i) => !fitted(before[i])) ?? on[0];
  return next.map((e, i) => (fitted(e) ? { ...(e as object), fitted: i === last } : e));
}

/**
 * A list of things about the car, each in its fields. It goes into the survey whenever all that its entries must have is there;
 * until then what was entered waits in this browser, with what is missing told at its field.
 */
export function CarList({ name, chassis }: { name: ListName; chassis: Chassis }) {
  const { build } = useBuild();
  const { save } = useBuildActions();
  const [begun, setBegun] = useKept<Kept | null>(`sable-begun/${build.id}/${name}`, null);
  const schema = Chassis.properties[name] as Schema;
  const now: Kept = begun ?? chassis[name] ?? (schema.type === 'object' ? {} : []);
  const problemsOf = (list: Kept) =>
    validateCarLists({ [name]: list })
      ? []
      : fieldProblems(validateCarLists.errors ?? []).map((p) => ({ ...p, pointer: `/chassis${p.pointer}` }));
  const problems = begun ? problemsOf(begun) : [];
  const put = (value: unknown) => {
    const next = Array.isArray(now) ? oneFitted(now, (value ?? []) as Entries) : (value ?? {});
    if (problemsOf(next).length > 0) return setBegun(next);
    setBegun(null);
    save('chassis', chassis, { ...chassis, [name]: next });
  };
  return (
    <div className={form['form']}>
      <Node name={name} schema={schema} value={now} at={`/chassis/${name}`} problems={problems} onChange={put} />
      {begun && (
        <p className="small muted" role="status">
          Waits in this browser, not yet in the survey: {problems[0]?.message ?? 'an entry is not whole.'}{' '}
          <Button onClick={() => setBegun(null)}>Discard incomplete entry</Button>
        </p>
      )}
    </div>
  );
}

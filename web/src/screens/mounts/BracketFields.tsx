import {
  BRACKET_METALS,
  type BracketMetal,
  type FittedMount,
  type MadeBracket,
  type MountsFigures,
  type Subject,
  type ThreePoint,
} from '@sable/core';
import { bossesInFace, halfBlock, leverOf, proposedBracket } from '@sable/core/questions/brackets';
import { elementOf, mountInUse } from '@sable/core/questions/mounts';
import { attempt, formatNumber } from '@sable/core/units';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useUnits } from '../../hooks/settings.tsx';
import { ChoiceField, QuantityField } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';

type Kind = 'unsaid' | 'supplied' | 'plate' | 'tube';
const KINDS: readonly { value: Kind; label: string }[] = [
  { value: 'unsaid', label: 'not stated yet' },
  { value: 'supplied', label: 'supplied with the mount, or original' },
  { value: 'plate', label: 'made of plate' },
  { value: 'tube', label: 'made of tube' },
];
/** Where no load is known yet to propose one by: to begin with, and judged like any other. */
const BEGIN: Readonly<Record<'plate' | 'tube', MadeBracket>> = {
  plate: { from: 'made', metal: 'steel', widthMm: 60, thicknessMm: 8 },
  tube: { from: 'made', metal: 'steel', widthMm: 60, thicknessMm: 8, tube: { outerDiameterMm: 48, wallMm: 4 } },
};

/** A bracket of a form and metal that bears the worst load of a mount; one to begin with where that is not known. */
export function bracketFor(
  subject: Subject,
  fitted: FittedMount,
  figures: MountsFigures['mounts'][number] | undefined,
  metal: BracketMetal,
  form?: 'plate' | 'tube',
): MadeBracket {
  const worst = figures?.worst;
  const lever = attempt(() => leverOf(subject, mountInUse({ ...subject, chassis: subject.chassis! }, fitted)));
  const found =
    worst && lever.ok
      ? proposedBracket(
          {
            loadN: worst.loadN + worst.plusMinusN,
            leverMm: lever.value,
            mountGivesMm: figures.school === 'solid' ? undefined : worst.deflectionMm,
          },
          metal,
          form,
        )
      : undefined;
  return found ?? { ...BEGIN[form ?? 'plate'], metal };
}

/** What joins a mount to its boss. */
export function BracketFields({
  at,
  subject,
  mount,
  figures,
  onChange,
  money,
}: {
  at: string;
  subject: Subject;
  mount: FittedMount;
  figures: MountsFigures['mounts'][number] | undefined;
  onChange: (bracket: FittedMount['bracket']) => void;
  money: (likely: number) => ThreePoint;
}) {
  const units = useUnits();
  const { bracket } = mount;
  const made = bracket?.from === 'made' ? bracket : undefined;
  const kind: Kind = bracket === undefined ? 'unsaid' : made ? (made.tube ? 'tube' : 'plate') : 'supplied';
  const pick = (next: Kind) => {
    if (next === 'unsaid') return onChange(undefined);
    if (next === 'supplied') return onChange({ from: 'supplied' });
    const { tube: _tube, ...kept } = made ?? {};
    return onChange({ ...kept, ...bracketFor(subject, mount, figures, made?.metal ?? 'steel', next) });
  };
  /** With some fields put in or, where undefined, taken out. */
  const change = (more: { [K in keyof MadeBracket]?: MadeBracket[K] | undefined }) => {
    const next: Record<string, unknown> = { ...made, ...more };
    for (const key of Object.keys(next)) if (next[key] === undefined) delete next[key];
    onChange(next as MadeBracket);
  };
  const beside = subject.chassis ? bossesInFace({ ...subject, chassis: subject.chassis }, mount) : [];
  const half = halfBlock(elementOf(subject, mount));
  return (
    <>
      <h3 style={{ margin: '16px 0 8px' }}>Bracket from boss to mount</h3>
      <div className={layout['form-grid']}>
        <ChoiceField label="Bracket" value={kind} choices={KINDS} onCommit={(v) => pick(v as Kind)} />
        {made && (
          <>
            <ChoiceField
              label="Metal"
              value={made.metal}
              choices={BRACKET_METALS.map((m) => ({ value: m, label: m }))}
              onCommit={(metal) => change({ metal: metal as BracketMetal })}
            />
            <QuantityField
              label="Width"
              quantity="lengthMm"
              min={15}
              max={300}
              at={`${at}/widthMm`}
              value={made.widthMm}
              onCommit={(v) => v !== undefined && change({ widthMm: v })}
            />
            <QuantityField
              label={made.tube ? 'Thickness of its end plates' : 'Thickness of the plate'}
              quantity="lengthMm"
              min={1.5}
              max={40}
              at={`${at}/thicknessMm`}
              value={made.thicknessMm}
              onCommit={(v) => v !== undefined && change({ thicknessMm: v })}
            />
            {made.tube && (
              <>
                <QuantityField
                  label="Tube, outer diameter"
                  quantity="lengthMm"
                  min={15}
                  max={120}
                  at={`${at}/tube/outerDiameterMm`}
                  value={made.tube.outerDiameterMm}
                  onCommit={(v) => v !== undefined && change({ tube: { ...made.tube!, outerDiameterMm: v } })}
                />
                <QuantityField
                  label="Tube, wall"
                  quantity="lengthMm"
                  min={1}
                  max={12}
                  at={`${at}/tube/wallMm`}
                  value={made.tube.wallMm}
                  onCommit={(v) => v !== undefined && change({ tube: { ...made.tube!, wallMm: v } })}
                />
              </>
            )}
            <QuantityField
              label="Hole for the mount"
              quantity="lengthMm"
              optional
              min={5}
              max={60}
              at={`${at}/mountHoleMm`}
              value={made.mountHoleMm}
              onCommit={(v) => change({ mountHoleMm: v })}
            />
            <QuantityField
              label="Slotted by"
              quantity="lengthMm"
              optional
              min={0}
              max={60}
              at={`${at}/slotMm`}
              value={made.slotMm}
              placeholder="a round hole"
              onCommit={(v) => change({ slotMm: v === 0 ? undefined : v })}
            />
            <QuantityField
              label="Middle of the mount to its face"
              quantity="lengthMm"
              optional
              min={-200}
              max={200}
              at={`${at}/standOffMm`}
              value={made.standOffMm}
              placeholder={half === undefined ? undefined : `${formatNumber(half, 'lengthMm', units)}, half its block`}
              onCommit={(v) => change({ standOffMm: v })}
            />
            <QuantityField
              label="Bracket, metal bought for"
              quantity="money"
              optional
              min={0}
              at={`${at}/price`}
              value={made.price?.likely}
              onCommit={(v) => change({ price: v === undefined ? undefined : money(v) })}
            />
            <QuantityField
              label="Bracket, hours to make"
              quantity="hours"
              optional
              min={0}
              at={`${at}/hours`}
              value={made.hours?.likely}
              onCommit={(v) => change({ hours: v === undefined ? undefined : money(v) })}
            />
          </>
        )}
      </div>
      {made &&
        beside.map((id) => {
          const on = made.alsoBossIds?.includes(id) === true;
          const others = (made.alsoBossIds ?? []).filter((x) => x !== id);
          const next = on ? others : [...others, id];
          return (
            <FormControlLabel
              key={id}
              control={
                <Checkbox checked={on} onChange={() => change({ alsoBossIds: next.length > 0 ? next : undefined })} />
              }
              label={`Bolts to ${subject.engine.bosses.find((b) => b.id === id)?.name ?? id} too`}
            />
          );
        })}
    </>
  );
}

import { capital } from '@sable/core/units';
import type { PortSpec } from '@sable/core';
import { quantityOf } from '@sable/core/model';
import { JOINT_KINDS, placeWords } from '@sable/core/questions/joints';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { ChoiceField, QuantityField, WordsField } from './fields.tsx';
import layout from './layout.module.css';

interface SpecField {
  readonly type?: string;
  readonly enum?: readonly string[];
  readonly title?: string;
}

const kindOf = (kind: string) => JOINT_KINDS.find((k) => k.kind === kind);

/** The places that a kind of joint has or may have; none where there is but one of it. */
export const placesOf = (kind: string): readonly string[] => {
  const { places = [], offers = [] } = kindOf(kind) ?? {};
  return [...places, ...offers];
};

/** Which joint a face belongs to, and which of its two sides it is. */
export function JointFields({
  kind,
  side,
  onChange,
}: {
  kind: string;
  /** Undefined where both sides are told: of a part that closes the joint. */
  side: 'a' | 'b' | undefined;
  onChange: (next: { kind: string; side: 'a' | 'b' }) => void;
}) {
  const joint = kindOf(kind);
  return (
    <>
      <ChoiceField
        label="Joint"
        value={kind}
        choices={JOINT_KINDS.map((k) => ({ value: k.kind, label: k.title }))}
        onCommit={(next) => onChange({ kind: next, side: side ?? 'a' })}
      />
      {joint && side && (
        <ChoiceField
          label="Side"
          value={side}
          choices={(['a', 'b'] as const).map((s) => ({ value: s, label: joint.sides[s] }))}
          onCommit={(next) => onChange({ kind, side: next as 'a' | 'b' })}
        />
      )}
    </>
  );
}

/** No place: those begin with a letter. */
const EVERY = '-';

/** Which of several joints of a kind it is, where the kind has several. */
export function PlaceField({
  kind,
  place = EVERY,
  onChange,
}: {
  kind: string;
  place: string | undefined;
  onChange: (place: string | undefined) => void;
}) {
  const places = placesOf(kind);
  if (places.length === 0) return null;
  return (
    <ChoiceField
      label="Which of them"
      value={place}
      choices={[
        { value: EVERY, label: 'every one' },
        ...[...new Set([...places, ...(place === EVERY ? [] : [place])])].map((p) => ({
          value: p,
          label: placeWords(p),
        })),
      ]}
      onCommit={(p) => onChange(p === EVERY ? undefined : p)}
    />
  );
}

/** What decides whether a face of a joint mates, field by field as its kind asks; what is empty is unknown. */
export function SpecFields({
  kind,
  side,
  spec,
  onChange,
}: {
  kind: string;
  side: 'a' | 'b';
  spec: PortSpec;
  onChange: (spec: PortSpec) => void;
}) {
  const joint = kindOf(kind);
  if (!joint) return <p className="muted small">Choose the joint first.</p>;
  const asked = Object.entries(joint.spec[side].properties as Record<string, SpecField>);
  const others = Object.entries(spec).filter(([key]) => !asked.some(([k]) => k === key));
  const put = (key: string, value: PortSpec[string] | undefined) => {
    const { [key]: _old, ...rest } = spec;
    onChange(value === undefined ? rest : { ...rest, [key]: value });
  };
  return (
    <div className={layout['form-grid']}>
      {asked.map(([key, { type, title = key, enum: words }]) => {
        // “spline diameter, mm”: the field shows the unit itself.
        const label = capital(title.replace(/, mm$/, ''));
        const value = spec[key];
        if (type === 'boolean')
          return (
            <FormControlLabel
              key={key}
              control={
                <Checkbox checked={value === true} onChange={(_, on) => put(key, on ? true : undefined)} size="small" />
              }
              label={label}
            />
          );
        if (type === 'number' || type === 'integer')
          return (
            <QuantityField
              key={key}
              label={label}
              quantity={type === 'integer' ? 'count' : quantityOf(key)}
              optional
              whole={type === 'integer'}
              min={0}
              value={typeof value === 'number' ? value : undefined}
              onCommit={(v) => put(key, v)}
            />
          );
        if (words)
          return (
            <ChoiceField
              key={key}
              label={label}
              value={typeof value === 'string' && words.includes(value) ? value : ''}
              choices={[{ value: '', label: 'unknown' }, ...words.map((w) => ({ value: w, label: w }))]}
              onCommit={(w) => put(key, w === '' ? undefined : w)}
            />
          );
        return (
          <WordsField
            key={key}
            label={label}
            value={value === undefined ? '' : String(value)}
            maxLength={120}
            onCommit={(v) => put(key, v.trim() === '' ? undefined : v.trim())}
          />
        );
      })}
      {others.length > 0 && (
        <p className="small muted wide">
          Also stored, not used by this joint: {others.map(([k, v]) => `${k} ${String(v)}`).join(', ')}.
        </p>
      )}
    </div>
  );
}

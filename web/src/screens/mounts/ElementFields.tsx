import type { MountElement } from '@sable/core';
import { useState } from 'react';
import { ChoiceField } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';
import { WholeForm, type WholeField } from '../../pieces/WholeForm.tsx';

type Stiffness = NonNullable<MountElement['stiffness']>;
type Bush = NonNullable<MountElement['bush']>;
type Block = NonNullable<MountElement['block']>;
const KINDS = ['stiffness', 'bush', 'block'] as const;
type Kind = (typeof KINDS)[number];

const stiff = { quantity: 'stiffnessNPerMm', figure: true, min: 0, max: 100_000 } as const;
const mm = { quantity: 'lengthMm', figure: true, min: 1, max: 500 } as const;
const shore = {
  key: 'shoreA',
  label: 'Hardness, Shore A',
  quantity: 'number',
  figure: true,
  min: 20,
  max: 95,
} as const;

const STIFFNESS: readonly WholeField<Stiffness>[] = [
  { key: 'xNPerMm', label: 'Stiffness, fore and aft', ...stiff },
  { key: 'yNPerMm', label: 'Stiffness, sideways', ...stiff },
  { key: 'zNPerMm', label: 'Stiffness, up and down', ...stiff },
];
const BUSH: readonly WholeField<Bush>[] = [
  shore,
  { key: 'innerDiameterMm', label: 'Bush, inner diameter', ...mm },
  { key: 'outerDiameterMm', label: 'Bush, outer diameter', ...mm },
  { key: 'bushLengthMm', label: 'Bush, length', ...mm },
];
const BLOCK: readonly WholeField<Block>[] = [
  shore,
  { key: 'blockLengthMm', label: 'Block, length', ...mm },
  { key: 'blockWidthMm', label: 'Block, width', ...mm },
  { key: 'blockThicknessMm', label: 'Block, thickness', ...mm },
];
const TITLES: Readonly<Record<Kind, string>> = {
  stiffness: 'Stiffness, measured or stated',
  bush: 'Round bush, its axis fore and aft',
  block: 'Rubber block, pressed up and down',
};

/** What the stiffness of a mount is known by: itself, or hardness and size of its rubber. A solid one needs none of them. */
export function ElementFields({
  id,
  at,
  element,
  onChange,
}: {
  /** Of the mount in its build: what is begun waits under it. */
  id: string;
  at: string;
  element: MountElement;
  onChange: (element: MountElement) => void;
}) {
  const stored = KINDS.find((k) => element[k] !== undefined);
  const [picked, setPicked] = useState<Kind>();
  const kind = stored ?? picked;
  const keep = (key: Kind, value: Stiffness | Bush | Block | undefined) => {
    const { stiffness: _s, bush: _b, block: _k, ...rest } = element;
    onChange(value === undefined ? rest : { ...rest, [key]: value });
  };
  const addressed = <T,>(fields: readonly WholeField<T>[], key: Kind): WholeField<T>[] =>
    fields.map((f) => ({ ...f, at: `${at}/${key}/${f.key}` }));
  return (
    <div style={{ marginTop: 12 }}>
      <div className={layout['form-grid']}>
        <ChoiceField
          label="Stiffness known by"
          value={kind ?? ''}
          choices={KINDS.map((k) => ({ value: k, label: TITLES[k] }))}
          {...(element.school === 'solid' && !stored
            ? { help: '20 kN/mm where nothing is entered: bracket and bolts' }
            : {})}
          onCommit={(next) => {
            setPicked(next as Kind);
            if (stored && stored !== next) keep(stored, undefined);
          }}
        />
      </div>
      {kind === 'stiffness' && (
        <WholeForm
          name={`mount-stiffness/${id}`}
          title={TITLES.stiffness}
          fields={addressed(STIFFNESS, 'stiffness')}
          stored={element.stiffness}
          onKeep={(v) => keep('stiffness', v)}
        />
      )}
      {kind === 'bush' && (
        <WholeForm
          name={`mount-bush/${id}`}
          title={TITLES.bush}
          fields={addressed(BUSH, 'bush')}
          stored={element.bush}
          onKeep={(v) => keep('bush', v)}
        />
      )}
      {kind === 'block' && (
        <WholeForm
          name={`mount-block/${id}`}
          title={TITLES.block}
          fields={addressed(BLOCK, 'block')}
          stored={element.block}
          onKeep={(v) => keep('block', v)}
        />
      )}
    </div>
  );
}

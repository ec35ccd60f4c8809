import type { Engine, Solid } from '@sable/core';
import {
  bossByTape,
  pieceByTape,
  PIECE_WORDS,
  TAPED_PIECES,
  type ArmTape,
  type PieceTape,
  type TapedPiece,
} from '@sable/core/questions/taped';
import { attempt } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { ChoiceField, QuantityField, WordsField } from '../../../pieces/fields.tsx';
import type { TapeReading } from './tapeReadings.ts';
import layout from '../../../pieces/layout.module.css';

type Sizes = Readonly<Partial<Record<string, number>>>;

/** Fields of some readings; a place may lie on either side, a size may not. */
export function ReadingFields({
  readings,
  sizes,
  signed,
  onSizes,
}: {
  readings: readonly TapeReading[];
  sizes: Sizes;
  signed: (key: string) => boolean;
  onSizes: (next: Sizes) => void;
}) {
  return readings.map(({ key, label, from }) => (
    <QuantityField
      key={key}
      label={label}
      quantity="lengthMm"
      digits={0}
      min={signed(key) ? -2000 : 1}
      max={3000}
      optional
      value={sizes[key]}
      bare
      help={from}
      onCommit={(v) => {
        const { [key]: _old, ...rest } = sizes;
        onSizes(v === undefined ? rest : { ...rest, [key]: v });
      }}
    />
  ));
}

const PIECE: readonly TapeReading[] = [
  { key: 'aheadMm', label: 'Its middle, ahead', from: 'of the rear face of the block' },
  { key: 'leftMm', label: 'Its middle, left', from: 'of the crank axis; minus on the right' },
  { key: 'upMm', label: 'Its middle, up', from: 'from the crank axis; minus below' },
  { key: 'lengthMm', label: 'Part length', from: 'along the crank' },
  { key: 'widthMm', label: 'Its width', from: 'across' },
  { key: 'heightMm', label: 'Its height', from: 'upright' },
];
const ARM: readonly TapeReading[] = [
  { key: 'aheadMm', label: 'Arm, ahead', from: 'rear face of the block to the middle of its bolts' },
  { key: 'outMm', label: 'Arm, out', from: 'crank axis to its seating face' },
  { key: 'upMm', label: 'Arm, up', from: 'from the crank axis; minus below' },
];
const PLACES: ReadonlySet<string> = new Set(['aheadMm', 'leftMm', 'upMm']);
const isPlace = (key: string) => PLACES.has(key);

/** What stands out of an engine and the arms that it hangs by, each from a few readings. */
export function PieceByTape({
  solids,
  bosses,
  onSolids,
  onBosses,
}: {
  solids: readonly Solid[];
  bosses: Engine['bosses'];
  onSolids: (next: readonly Solid[]) => void;
  onBosses: (next: Engine['bosses']) => void;
}) {
  const [role, setRole] = useState<TapedPiece>('output flange');
  const [piece, setPiece] = useState<Sizes>({});
  const [side, setSide] = useState<ArmTape['side']>('left');
  const [arm, setArm] = useState<Sizes>({});
  const [thread, setThread] = useState('');
  const made = PIECE.every(({ key }) => piece[key] !== undefined)
    ? attempt(() => pieceByTape({ role, ...piece } as unknown as PieceTape, new Set(solids.map((s) => s.id))))
    : undefined;
  const boss =
    ARM.every(({ key }) => arm[key] !== undefined) && thread.trim() !== ''
      ? attempt(() => bossByTape({ side, thread, ...arm } as unknown as ArmTape))
      : undefined;
  return (
    <>
      <details>
        <summary>Flanges, ports and protruding parts</summary>
        <div className={layout['form-grid']} style={{ marginTop: 14 }}>
          <ChoiceField
            label="Part"
            value={role}
            choices={TAPED_PIECES.map((v) => ({ value: v, label: PIECE_WORDS[v] }))}
            onCommit={(v) => setRole(v as TapedPiece)}
          />
          <ReadingFields readings={PIECE} sizes={piece} signed={isPlace} onSizes={setPiece} />
        </div>
        <Button
          disabled={!made?.ok}
          onClick={() => {
            if (!made?.ok) return;
            onSolids([...solids, made.value]);
            setPiece({});
          }}
        >
          Put the {PIECE_WORDS[role]} in
        </Button>
      </details>
      <details>
        <summary>Mount arms</summary>
        <div className={layout['form-grid']} style={{ marginTop: 14 }}>
          <ChoiceField
            label="Arm on the"
            value={side}
            choices={(['left', 'right'] as const).map((v) => ({ value: v, label: v }))}
            onCommit={(v) => setSide(v as ArmTape['side'])}
          />
          <ReadingFields readings={ARM} sizes={arm} signed={isPlace} onSizes={setArm} />
          <WordsField label="Its thread" value={thread} maxLength={20} onCommit={setThread} />
        </div>
        <Button
          disabled={!boss?.ok}
          onClick={() => {
            if (!boss?.ok) return;
            onBosses([...bosses.filter((b) => b.id !== boss.value.id), boss.value]);
            setArm({});
          }}
        >
          {bosses.some((b) => b.id === `taped-${side}-arm`) ? `Replace the ${side} arm` : `Insert the ${side} arm`}
        </Button>
      </details>
    </>
  );
}

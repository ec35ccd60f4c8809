import type { View } from '@sable/core/formats/drawing';
import { formatNumber, unitOf } from '@sable/core/units';
import Slider from '@mui/material/Slider';
import { useUnits } from '../../hooks/settings.tsx';
import css from './fit.module.css';

const CUT_WORDS: Readonly<Record<View['key'], readonly [string, string, string]>> = {
  side: ['Side section', 'left', 'right'],
  plan: ['Top section', 'up', 'down'],
  front: ['Front cut', 'forward', 'back'],
};

/** Where one view is cut. */
export function CutSlider({
  view,
  box,
  at,
  onCut,
}: {
  view: View;
  box: readonly number[];
  at: number;
  onCut: (mm: number) => void;
}) {
  const units = useUnits();
  const [name, plus, minus] = CUT_WORDS[view.key];
  const words = `${at >= 0 ? plus : minus} ${formatNumber(Math.abs(at), 'lengthMm', units)} ${unitOf('lengthMm', units)}`;
  return (
    <label className={css['cut']}>
      <span className="small">
        {name} <b className="num">{words}</b>
      </span>
      <Slider
        size="small"
        aria-label={name}
        getAriaValueText={() => words}
        min={Math.round(box[view.depth]!)}
        max={Math.round(box[view.depth + 3]!)}
        value={at}
        onChange={(_, v) => onCut(v)}
      />
    </label>
  );
}

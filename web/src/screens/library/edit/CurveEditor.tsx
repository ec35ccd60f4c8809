import type { TorqueCurve } from '@sable/core';
import { peaksOf, torqueFrom } from '@sable/core/questions/curve';
import { readCurveTable } from '@sable/core/formats';
import { formatQuantity, InputError, formatNumber, fromDisplay, toDisplay, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useRef, useState, type PointerEvent } from 'react';
import { useUnits } from '../../../hooks/settings.tsx';
import { niceTicks } from '../../../pieces/chart.ts';
import { WordsField } from '../../../pieces/fields.tsx';
import css from './edit.module.css';

const W = 640;
const H = 260;
const PAD = { left: 44, right: 12, top: 12, bottom: 28 };

/** A torque curve: two columns pasted or brought in from a file, points dragged or nudged by arrow keys. */
export function CurveEditor({
  curve,
  onChange,
}: {
  curve: TorqueCurve;
  onChange: (points: Pick<TorqueCurve, 'rpm' | 'torqueNm'>) => void;
}) {
  const units = useUnits();
  const svg = useRef<SVGSVGElement>(null);
  const file = useRef<HTMLInputElement>(null);
  const [held, setHeld] = useState<{ at: number; rpm: number; torqueNm: number }>();
  const [fault, setFault] = useState<string>();
  const [read, setRead] = useState<string>();
  const rpm = curve.rpm.map((n, i) => (held?.at === i ? held.rpm : n));
  const torque = curve.torqueNm.map((t, i) => (held?.at === i ? held.torqueNm : t));
  const maxRpm = Math.max(...rpm, 1000) * 1.06;
  const top = Math.max(...torque, 20) * 1.15;
  const X = (n: number) => PAD.left + (n / maxRpm) * (W - PAD.left - PAD.right);
  const Y = (t: number) => H - PAD.bottom - (t / top) * (H - PAD.top - PAD.bottom);
  const between = (i: number, n: number) =>
    Math.min((curve.rpm[i + 1] ?? Infinity) - 10, Math.max((curve.rpm[i - 1] ?? 0) + 10, n));
  const where = (e: PointerEvent) => {
    const box = svg.current!.getBoundingClientRect();
    const x = ((e.clientX - box.left) / box.width) * W;
    const y = ((e.clientY - box.top) / box.height) * H;
    return {
      rpm: ((x - PAD.left) / (W - PAD.left - PAD.right)) * maxRpm,
      torqueNm: ((H - PAD.bottom - y) / (H - PAD.top - PAD.bottom)) * top,
    };
  };
  const put = (i: number, n: number, t: number) =>
    onChange({
      rpm: curve.rpm.map((old, k) => (k === i ? Math.round(between(i, n) / 10) * 10 : old)),
      torqueNm: curve.torqueNm.map((old, k) => (k === i ? Math.max(0, Math.round(t * 10) / 10) : old)),
    });
  const take = (text: string) => {
    try {
      const { rpm, torqueNm, said } = readCurveTable(text, units);
      torqueFrom([...rpm], [...torqueNm], { rpm: '/rpm', torque: '/torqueNm' });
      onChange({ rpm: [...rpm], torqueNm: [...torqueNm] });
      setFault(undefined);
      setRead(said);
    } catch (error) {
      setFault(error instanceof InputError ? error.message : String(error));
    }
  };
  let peaks;
  try {
    peaks = peaksOf(torqueFrom(rpm, torque, { rpm: '/rpm', torque: '/torqueNm' }));
  } catch {
    // Said by the form itself when it is saved.
  }
  const pasted = curve.rpm
    .map((n, i) => `${n}\t${toDisplay(curve.torqueNm[i]!, 'torqueNm', units).toFixed(1)}`)
    .join('\n');
  return (
    <div className={css['edit-curve']}>
      <div>
        <svg
          ref={svg}
          viewBox={`0 0 ${W} ${H}`}
          style={{ width: '100%', height: 'auto', touchAction: 'none' }}
          onPointerMove={(e) => {
            if (!held) return;
            const to = where(e);
            setHeld({ at: held.at, rpm: between(held.at, to.rpm), torqueNm: Math.max(0, to.torqueNm) });
          }}
          onPointerUp={() => {
            if (held) put(held.at, held.rpm, held.torqueNm);
            setHeld(undefined);
          }}
        >
          {niceTicks(0, toDisplay(top, 'torqueNm', units), 4).map((t) => {
            const y = Y(fromDisplay(t, 'torqueNm', units));
            return (
              <g key={t}>
                <line x1={PAD.left} x2={W - PAD.right} y1={y} y2={y} stroke="var(--line)" strokeWidth="0.7" />
                <text x={PAD.left - 7} y={y + 4} textAnchor="end" fontSize="12.5" fill="var(--muted)">
                  {t}
                </text>
              </g>
            );
          })}
          {niceTicks(0, maxRpm, 6).map((n) => (
            <text key={n} x={X(n)} y={H - 8} textAnchor="middle" fontSize="12.5" fill="var(--muted)">
              {n}
            </text>
          ))}
          <polyline
            points={rpm.map((n, i) => `${X(n)},${Y(torque[i]!)}`).join(' ')}
            fill="none"
            stroke="var(--dye)"
            strokeWidth="2"
          />
          {rpm.map((n, i) => (
            <circle
              key={i}
              cx={X(n)}
              cy={Y(torque[i]!)}
              r="6"
              fill="var(--panel)"
              stroke="var(--dye)"
              strokeWidth="2"
              tabIndex={0}
              role="slider"
              aria-label={`Point ${i + 1}`}
              aria-valuenow={Math.round(torque[i]!)}
              aria-valuetext={`${formatQuantity(torque[i]!, 'torqueNm', units)} at ${formatQuantity(n, 'rpm', units)}`}
              style={{ cursor: 'grab' }}
              onPointerDown={(e) => {
                svg.current!.setPointerCapture(e.pointerId);
                setHeld({ at: i, rpm: n, torqueNm: torque[i]! });
              }}
              onKeyDown={(e) => {
                const step = { ArrowUp: [0, 1], ArrowDown: [0, -1], ArrowLeft: [-50, 0], ArrowRight: [50, 0] }[e.key];
                if (!step) return;
                e.preventDefault();
                put(i, n + step[0]!, torque[i]! + step[1]!);
              }}
            />
          ))}
        </svg>
        <p className="muted small" aria-live="polite">
          {held
            ? `${formatNumber(held.torqueNm, 'torqueNm', units)} ${unitOf('torqueNm', units)} at ${Math.round(held.rpm)} rpm`
            : peaks
              ? `Peaks: ${formatNumber(peaks.peakTorqueNm, 'torqueNm', units)} ${unitOf('torqueNm', units)} at ${Math.round(peaks.peakTorqueRpm)}, ${formatNumber(peaks.peakPowerKw, 'powerKw', units)} ${unitOf('powerKw', units)} at ${Math.round(peaks.peakPowerRpm)} rpm. Drag a point, or move it with the arrow keys.`
              : rpm.length === 0
                ? 'No points yet: paste two columns, or read them from a file.'
                : 'Not enough valid points for a curve.'}
        </p>
      </div>
      <div>
        <WordsField
          key={pasted}
          label={`rpm and ${unitOf('torqueNm', units)}, two columns`}
          value={pasted}
          rows={11}
          error={fault}
          help={
            read ? `Read: ${read}.` : 'Paste from a sheet; columns go by their headings. Read when the field is left.'
          }
          maxLength={20_000}
          onCommit={take}
        />
        <input
          ref={file}
          type="file"
          accept=".csv,.txt,text/csv,text/plain"
          hidden
          tabIndex={-1}
          aria-label="Curve file"
          onChange={(e) => {
            const chosen = e.target.files?.[0];
            e.target.value = '';
            if (chosen) void chosen.text().then(take);
          }}
        />
        <Button onClick={() => file.current?.click()} sx={{ mt: 1 }}>
          From a CSV file
        </Button>
      </div>
    </div>
  );
}

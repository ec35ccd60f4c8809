import type { MassBuildUp } from '@sable/core/questions/mass';
import { formatNumber, scatterOf, toDisplay } from '@sable/core/units';
import { Bar, BarChart, CartesianGrid, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { useUnits } from '../../hooks/settings.tsx';
import { AXIS, GRID, niceTicks } from '../../pieces/chart.ts';
import { Scrolled } from '../../pieces/Scrolled.tsx';

/** What a step needs for its name, px. */
const NAMED_WIDTH = 66;

interface StepBar {
  readonly name: string;
  /** From and to, in the reader's units; a level (quoted, installed) has both the same. */
  readonly span: readonly [number, number];
  readonly end: number;
  readonly doubt: number;
  readonly fill: string;
  readonly level: boolean;
  readonly label: string;
}

/** The bridge drawn as steps: each block stands where the one before it ended. The axis does not begin at nought. */
export function BridgeChart({ bridge, colour }: { bridge: MassBuildUp; colour: string }) {
  const units = useUnits();
  const kg = (v: number) => toDisplay(v, 'massKg', units);
  const words = (v: number, signed = false) => formatNumber(v, 'massKg', units, { digits: 1, signed });
  const bars: StepBar[] = [];
  const level = (name: string, v: number, doubt: number, fill: string) =>
    bars.push({ name, span: [kg(v), kg(v)], end: kg(v), doubt: kg(doubt), fill, level: true, label: words(v) });
  level(`quoted, ${bridge.basis}`, bridge.quoted.value, scatterOf(bridge.quoted), 'var(--muted)');
  let at = bridge.quoted.value;
  for (const step of bridge.steps) {
    const next = at + step.sign * step.mass.value;
    bars.push({
      name: step.name,
      span: [kg(at), kg(next)],
      end: kg(next),
      doubt: kg(scatterOf(step.mass)),
      fill: step.sign > 0 ? 'var(--dye)' : 'var(--tight)',
      level: false,
      label: words(step.sign * step.mass.value, true),
    });
    at = next;
  }
  level('installed', bridge.installedMassKg, bridge.plusMinusKg, colour);
  const low = Math.min(...bars.map((b) => Math.min(...b.span) - b.doubt));
  const high = Math.max(...bars.map((b) => Math.max(...b.span) + b.doubt));
  const pad = (high - low) * 0.12 + 1;
  const domain: [number, number] = [Math.max(0, low - pad), high + pad];
  return (
    <Scrolled label="Mass build-up from quoted to installed">
      <figure
        aria-label="Mass build-up from quoted to installed"
        style={{ height: 250, marginTop: 8, minWidth: bars.length * NAMED_WIDTH }}
      >
        <ResponsiveContainer>
          <BarChart
            data={bars}
            margin={{ top: 6, right: 8, bottom: 0, left: 0 }}
            barCategoryGap={0}
            accessibilityLayer={false}
          >
            <CartesianGrid {...GRID} />
            <XAxis dataKey="name" interval={0} height={62} {...AXIS} tick={<ShortLines />} />
            <YAxis
              domain={domain}
              allowDataOverflow
              ticks={niceTicks(domain[0], domain[1], 5)}
              width={44}
              {...AXIS}
              axisLine={false}
            />
            <Bar dataKey="span" isAnimationActive={false} shape={<Step />} />
          </BarChart>
        </ResponsiveContainer>
      </figure>
    </Scrolled>
  );
}

interface StepProps {
  readonly x?: number;
  readonly y?: number;
  readonly width?: number;
  readonly height?: number;
  readonly payload?: StepBar;
  readonly background?: { readonly y?: number; readonly height?: number };
}

/** One block with its label and whisker; a level is a heavy line in its pale scatter. */
function Step({ x = 0, y = 0, width = 0, height = 0, payload }: StepProps) {
  if (!payload) return null;
  const tall = Math.abs(height);
  const top = Math.min(y, y + height);
  const units = Math.abs(payload.span[1] - payload.span[0]);
  const left = x + 5;
  const wide = width - 10;
  if (payload.level) {
    return (
      <g>
        <line x1={x} x2={x + width} y1={y} y2={y} stroke={payload.fill} strokeWidth="4" />
        <text x={x + width / 2} y={y - 9} textAnchor="middle" fontSize="13" fontWeight="600" fill={payload.fill}>
          {payload.label} ± {payload.doubt.toFixed(1)}
        </text>
      </g>
    );
  }
  const rises = payload.span[1] >= payload.span[0];
  const endY = rises ? top : top + tall;
  const whisker = units > 0 ? (payload.doubt / units) * tall : 0;
  return (
    <g>
      <rect x={left} y={top} width={wide} height={Math.max(tall, 1.5)} fill={payload.fill} />
      <path
        d={`M${left + wide / 2} ${endY - whisker}V${endY + whisker}M${left + wide / 2 - 4} ${endY - whisker}h8M${left + wide / 2 - 4} ${endY + whisker}h8`}
        stroke="var(--ink)"
        strokeWidth="1.1"
        fill="none"
      />
      <line x1={left} x2={x + width + 5} y1={endY} y2={endY} stroke="var(--steel-edge)" strokeDasharray="3 3" />
      <text
        x={x + width / 2}
        y={(rises ? top - Math.max(whisker, 0) : top) - 6}
        textAnchor="middle"
        fontSize="12.5"
        fill="var(--ink)"
      >
        {payload.label}
      </text>
    </g>
  );
}

/** A name below its block, on short lines. */
function ShortLines({ x = 0, y = 0, payload }: { x?: number; y?: number; payload?: { value: string } }) {
  const lines: string[] = [];
  for (const word of (payload?.value ?? '').split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + word.length < 11) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return (
    <text x={x} y={y + 8} textAnchor="middle" fontSize="12.5" fill="var(--muted)">
      {lines.map((line, i) => (
        <tspan key={i} x={x} dy={i === 0 ? 4 : 14}>
          {line}
        </tspan>
      ))}
    </text>
  );
}

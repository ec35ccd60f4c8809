import type { Evidence } from '../../units/index.ts';
import type { Part } from '../../model/index.ts';

/** One thing that gives up as power rises, and the power at which it does. */
export interface ComponentLimit {
  readonly id: string;
  readonly name: string;
  /** Engine power at which it gives up, kW; undefined where nobody knows. */
  readonly kw: number | undefined;
  readonly plusMinusKw: number;
  readonly evidence: Evidence | undefined;
  readonly because: string;
  /** What is missing where it is unknown. */
  readonly missing?: string | undefined;
  /** Whether the engine’s power goes through it: tyres that slip and brakes that fade stop nothing else. */
  readonly carries: boolean;
  /** Classes of part that raise it. */
  readonly raisedBy: readonly Part['class'][];
}

export interface ComponentLimits {
  /** From the first to give up; unknown ones are not in it. */
  readonly known: readonly ComponentLimit[];
  readonly unknown: readonly ComponentLimit[];
  readonly targets: readonly {
    readonly when: 'now' | 'later';
    readonly kw: number;
    readonly giveUp: readonly ComponentLimit[];
  }[];
  /** Parts chosen that bring nothing until something weaker is done. */
  readonly idle: readonly {
    readonly partId: string;
    readonly name: string;
    readonly until: readonly ComponentLimit[];
  }[];
}

/**
 * The order in which things give up as power rises: the stage plan. For each target the links below it; for each part
 * that raises a link, what stands before it and must be done first. A link with no known figure is told apart, never
 * counted as strong.
 */
export function rankComponentLimits(
  links: readonly ComponentLimit[],
  targets: { readonly now?: number | undefined; readonly later?: number | undefined },
  parts: readonly Pick<Part, 'id' | 'name' | 'class'>[],
): ComponentLimits {
  const known = links.filter((l) => l.kw !== undefined).sort((a, b) => a.kw! - b.kw! || a.id.localeCompare(b.id));
  const most = Math.max(targets.now ?? 0, targets.later ?? 0);
  return {
    known,
    unknown: links.filter((l) => l.kw === undefined),
    targets: (['now', 'later'] as const).flatMap((when) => {
      const kw = targets[when];
      return kw === undefined ? [] : [{ when, kw, giveUp: known.filter((l) => l.kw! < kw) }];
    }),
    idle: parts.flatMap((p) => {
      const raised = known.filter((l) => l.carries && l.raisedBy.includes(p.class));
      if (raised.length === 0) return [];
      const weakest = Math.min(...raised.map((l) => l.kw!));
      // Something weaker that misses the target itself: until it is done this part is paid for and carries nothing.
      const until = known.filter((l) => l.carries && l.kw! < Math.min(weakest, most) && !l.raisedBy.includes(p.class));
      return until.length === 0 ? [] : [{ partId: p.id, name: p.name, until }];
    }),
  };
}

import {
  type Build,
  type Candidate,
  hasTransaxle,
  type Library,
  type Placement,
  resolveSubject,
  settingOf,
  type State,
  type Subject,
} from '@sable/core';
import { movementOf, typicalMovement, type Movement, type MovementData } from '@sable/core/questions/mounts';
import {
  bayOf,
  clearances,
  fitState,
  placedSolids,
  routeBodies,
  solidsWithEngine,
  type BayBody,
  type PairClearance,
  type PlacedSolid,
} from '@sable/core/questions/fit';
import { moved, poseOf, type V3 } from '@sable/core/geometry';

const NOWHERE: Placement = { xMm: 0, yMm: 0, zMm: 0, yawDeg: 0, pitchDeg: 0, cantDeg: 0 };

/** What stands where while it is being moved. */
export interface Standing {
  readonly placement: Placement;
  /** The tightest pair of each obstacle, tightest first. */
  readonly gaps: readonly PairClearance[];
  /** Worst state of each solid and obstacle that has a gap to speak of. */
  readonly states: ReadonlyMap<string, State>;
  /** Changes only when a state does: drawings that colour by state need not look further. */
  readonly statesKey: string;
}

/**
 * The powertrain of a candidate in its bay while a hand moves it: clearances at once, on every move, before anything is
 * saved. Those who watch are told once for each frame.
 */
export class LiveFit {
  readonly subject: Subject;
  private onMounts: Movement;
  /** The solids about the engine's origin, unturned. */
  readonly solids: readonly PlacedSolid[];
  readonly bay: readonly BayBody[];
  private readonly bodies: readonly BayBody[];
  /** A gearbox at the driven axle stays where it is while the engine is moved. */
  private readonly apart: readonly PlacedSolid[];
  private standing: Standing;
  private readonly watchers = new Set<() => void>();
  private wanted: Placement | undefined;

  constructor(subject: Subject) {
    this.subject = subject;
    this.onMounts = movementOf(typicalMovement(subject.candidate));
    this.solids = solidsWithEngine(subject, NOWHERE);
    this.apart =
      subject.chassis && hasTransaxle(subject.chassis)
        ? placedSolids(subject, NOWHERE).filter((s) => s.owner === 'gearbox')
        : [];
    this.bay = bayOf(subject.chassis?.obstacles ?? [], subject.candidate, subject.parts);
    this.bodies = [...this.bay.filter((b) => b.obstacle.role !== 'reach zone'), ...routeBodies(subject.candidate)];
    this.standing = this.stand(subject.candidate.placement);
  }

  static of(build: Build, candidate: Candidate, library: Library): LiveFit | undefined {
    const { subject } = resolveSubject(settingOf(build), candidate, library);
    return subject && new LiveFit(subject);
  }

  get movement(): Movement {
    return this.onMounts;
  }

  /** How it moves on its mounts, once that is judged: every gap is reckoned anew. */
  movesAs(movement: MovementData): void {
    this.onMounts = movementOf(movement);
    this.put(this.standing.placement);
  }

  readonly watch = (watcher: () => void): (() => void) => {
    this.watchers.add(watcher);
    return () => this.watchers.delete(watcher);
  };

  readonly now = (): Standing => this.standing;

  /** Moves it: reckoned and shown with the next frame, however many moves come before. */
  move(placement: Placement): void {
    const waiting = this.wanted !== undefined;
    this.wanted = placement;
    if (waiting) return;
    requestAnimationFrame(() => {
      const next = this.wanted;
      this.wanted = undefined;
      if (next) this.put(next);
    });
  }

  /** Moves it at once. */
  put(placement: Placement): void {
    this.standing = this.stand(placement);
    for (const watcher of this.watchers) watcher();
  }

  /** Where the last move asked for would take it. */
  get target(): Placement {
    return this.wanted ?? this.standing.placement;
  }

  by([x, y, z]: V3, pitchDeg = 0, cantDeg = 0): void {
    const p = this.target;
    const kept = (v: number, most: number) => Math.min(most, Math.max(-most, Number(v.toFixed(4))));
    this.move({
      ...p,
      xMm: kept(p.xMm + x, 10000),
      yMm: kept(p.yMm + y, 10000),
      zMm: kept(p.zMm + z, 10000),
      pitchDeg: kept(p.pitchDeg + pitchDeg, 30),
      cantDeg: kept(p.cantDeg + cantDeg, 90),
    });
  }

  private stand(placement: Placement): Standing {
    const pose = poseOf(placement);
    const placed = [...this.solids.map((s) => ({ ...s, convex: moved(s.convex, pose) })), ...this.apart];
    const pairs = clearances(placed, this.bodies, this.movement);
    const gaps: PairClearance[] = [];
    const said = new Set<string>();
    const states = new Map<string, State>();
    for (const pair of pairs) {
      const state = fitState(pair.marginMm);
      // Tightest first, so that the first word about a body is its worst.
      for (const id of [pair.part.id, pair.obstacle.id]) if (!states.has(id)) states.set(id, state);
      if (said.has(pair.obstacle.id)) continue;
      said.add(pair.obstacle.id);
      gaps.push(pair);
    }
    const statesKey = [...states]
      .filter(([, s]) => s !== 'clear')
      .map(([id, s]) => `${id}${s}`)
      .sort()
      .join();
    return { placement, gaps, states, statesKey };
  }
}

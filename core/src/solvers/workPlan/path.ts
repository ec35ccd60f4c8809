import { InputError } from '../../units/index.ts';

export interface PathTask {
  readonly id: string;
  readonly hours: number;
  /** What has to be done before it. */
  readonly after: readonly string[];
}

export interface CriticalPath {
  /** Each after what it waits for; of those that could begin, the one with the least slack first. */
  readonly order: readonly string[];
  /** With hands enough for all that could be done at once. */
  readonly earliestStartHours: Readonly<Record<string, number>>;
  readonly slackHours: Readonly<Record<string, number>>;
  readonly criticalTasks: readonly string[];
  readonly criticalPathHours: number;
  readonly totalHours: number;
}

/** So near to nought a slack is none, h. */
const NONE = 1e-9;

/**
 * Forward and backward pass over a graph of tasks.
 * @throws InputError naming the task that waits for one that is not there, or the ring of tasks that wait for each other.
 */
export function criticalPath(tasks: readonly PathTask[]): CriticalPath {
  const byId = new Map(tasks.map((t) => [t.id, t]));
  if (byId.size < tasks.length) {
    const twice = tasks.findIndex((t, i) => tasks.findIndex((x) => x.id === t.id) < i);
    throw new InputError(`/tasks/${twice}/id`, `Two tasks are called “${tasks[twice]!.id}”.`);
  }
  tasks.forEach((t, i) => {
    const gone = t.after.find((id) => !byId.has(id));
    if (gone !== undefined)
      throw new InputError(`/tasks/${i}/after`, `“${t.id}” waits for “${gone}”, which is no task.`);
  });
  const sorted: PathTask[] = [];
  const waiting = new Map(tasks.map((t) => [t.id, new Set(t.after)]));
  while (waiting.size > 0) {
    const ready = tasks.filter((t) => waiting.get(t.id)?.size === 0);
    if (ready.length === 0) {
      const ring = [...waiting.keys()];
      const at = tasks.findIndex((t) => t.id === ring[0]);
      throw new InputError(`/tasks/${at}/after`, `These wait for each other, so none can begin: ${ring.join(', ')}.`);
    }
    for (const t of ready) {
      sorted.push(t);
      waiting.delete(t.id);
    }
    for (const left of waiting.values()) for (const t of ready) left.delete(t.id);
  }
  const early = new Map<string, number>();
  for (const t of sorted) early.set(t.id, Math.max(0, ...t.after.map((id) => early.get(id)! + byId.get(id)!.hours)));
  const criticalPathHours = Math.max(0, ...sorted.map((t) => early.get(t.id)! + t.hours));
  const late = new Map<string, number>();
  for (const t of sorted.toReversed()) {
    const followers = sorted.filter((x) => x.after.includes(t.id));
    late.set(t.id, Math.min(criticalPathHours, ...followers.map((x) => late.get(x.id)!)) - t.hours);
  }
  const slack = (id: string) => late.get(id)! - early.get(id)!;
  return {
    order: serialOrder(sorted, slack),
    earliestStartHours: Object.fromEntries(sorted.map((t) => [t.id, early.get(t.id)!])),
    slackHours: Object.fromEntries(sorted.map((t) => [t.id, Math.max(0, slack(t.id))])),
    criticalTasks: sorted.filter((t) => slack(t.id) <= NONE).map((t) => t.id),
    criticalPathHours,
    totalHours: tasks.reduce((s, t) => s + t.hours, 0),
  };
}

/** One after another for one pair of hands: of what could begin, what has the least slack. */
function serialOrder(sorted: readonly PathTask[], slack: (id: string) => number): string[] {
  const done = new Set<string>();
  const order: string[] = [];
  while (order.length < sorted.length) {
    const [next] = sorted
      .filter((t) => !done.has(t.id) && t.after.every((id) => done.has(id)))
      .sort((a, b) => slack(a.id) - slack(b.id));
    done.add(next!.id);
    order.push(next!.id);
  }
  return order;
}

/** Whether each stands after all that it waits for. */
export function isTopological(order: readonly string[], tasks: readonly PathTask[]): boolean {
  const at = new Map(order.map((id, i) => [id, i]));
  return tasks.every((t) => t.after.every((id) => at.get(id)! < at.get(t.id)!));
}

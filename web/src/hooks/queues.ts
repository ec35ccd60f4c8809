import type { BuildAnswer } from '@sable/core';
import { api } from './api.ts';
import { BrowserJournal } from './journal.ts';
import { SaveQueue } from './saveQueue.ts';
import { browserStore, TAB, whenGone } from './tab.ts';

const queues = new Map<string, SaveQueue>();

/**
 * The queue of a build: one for as long as the page is open, so that going to another screen and back loses nothing that
 * is still on its way. What a closed page left unsent is taken up.
 */
export function queueFor(answer: BuildAnswer): SaveQueue {
  const { id } = answer.build;
  const known = queues.get(id);
  if (known) return known;
  const journal = new BrowserJournal(browserStore(), id, TAB);
  const queue = new SaveQueue(
    answer,
    {
      put: (target, content, version) => api.put(id, target, content, version),
      remove: (target, version) => api.remove(id, target, version),
      step: (direction) => api.step(id, direction),
      read: () => api.build(id),
    },
    journal,
  );
  queues.set(id, queue);
  void journal.adopt(whenGone(), (edits) => queue.adopt(edits));
  return queue;
}

import { expose } from 'comlink';
import { forget, judge, preview, setLibrary } from './judging.ts';

/** The thread that judges carries what judging needs and no more: it stands between the page’s start and its answer. */
const judging = { setLibrary, judge, preview, forget };

export type Judging = typeof judging;
expose(judging);

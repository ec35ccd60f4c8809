import type {
  BuildAnswer,
  BuildSummary,
  DemoAnswer,
  ImportReport,
  Library,
  Listing,
  LoomReading,
  RowHistory,
  RowsReport,
  ShopReport,
  StepsAnswer,
  WatchedListing,
  YardPage,
} from '@sable/core';
import type { TableKind, TableTold } from '@sable/core/formats';
import type { Units } from '@sable/core/units';
import { ApiProblem } from './problem.ts';

/** Who this browser is, for undo: changes of one person are taken back by that person. */
export function clientId(): string {
  const key = 'sable-client';
  try {
    let id = localStorage.getItem(key);
    if (!id) {
      id = `p-${Math.random().toString(36).slice(2, 12)}`;
      localStorage.setItem(key, id);
    }
    return id;
  } catch {
    return 'local';
  }
}

async function call<T>(
  method: string,
  path: string,
  body?: unknown,
  version?: number,
  stopped?: AbortSignal,
): Promise<T> {
  return (await ask<T>(method, path, body, version, stopped)).answer;
}

async function callVersioned<T>(path: string): Promise<{ row: T; version: number }> {
  const { answer, response } = await ask<T>('GET', path);
  return { row: answer, version: Number(response.headers.get('etag')?.replaceAll('"', '') ?? 0) };
}

/** Characters of a body that is sent though the page goes: below the browser’s limit, in whatever letters. */
const KEPT_ALIVE = 20_000;

async function ask<T>(
  method: string,
  path: string,
  body?: unknown,
  version?: number,
  stopped?: AbortSignal,
): Promise<{ answer: T; response: Response }> {
  const file = body instanceof Blob ? body : undefined;
  const sent = body === undefined || typeof body === 'string' ? body : (file ?? JSON.stringify(body));
  let response: Response;
  try {
    response = await fetch(`/api/v1${path}`, {
      method,
      headers: {
        ...(body === undefined ? {} : { 'content-type': file?.type ?? 'application/json' }),
        ...(version === undefined ? {} : { 'if-match': `"${version}"` }),
        'x-sable-client': clientId(),
      },
      ...(sent === undefined ? {} : { body: sent }),
      ...(stopped ? { signal: stopped } : {}),
      // Sent to its end though the page goes meanwhile; browsers allow that up to 64 KiB.
      ...(method !== 'GET' && (typeof sent === 'string' ? sent.length : (sent?.size ?? 0)) < KEPT_ALIVE
        ? { keepalive: true }
        : {}),
    });
  } catch {
    if (stopped?.aborted) throw new ApiProblem(0, { detail: 'Stopped.' });
    throw new ApiProblem(0, {
      detail: 'No connection to the Sable server. Restart it with npm start. Saved changes are not lost.',
    });
  }
  const answer: unknown = response.status === 204 ? undefined : await response.json().catch(() => ({}));
  if (!response.ok) throw new ApiProblem(response.status, answer as Record<string, unknown>);
  return { answer: answer as T, response };
}

const enc = encodeURIComponent;
/** The decimal mark that a table goes out with: that of the reader. */
const markOf = ({ decimal }: Units): 'comma' | 'point' => (decimal === ',' ? 'comma' : 'point');

/** How a file is to be written: in the reader’s units, with the reader’s decimal mark. */
const unitsQuery = (units: Units): string =>
  new URLSearchParams({ units: units.system, decimal: markOf(units), ...units.chosen }).toString();

export type RowKind = 'engines' | 'gearboxes' | 'parts' | 'families' | 'offers';

/** A table on its way into the library, with what a person said of its columns. */
export interface TableOrder extends TableTold {
  readonly text: string;
  readonly kind?: TableKind | undefined;
}

export interface YardQuery {
  readonly text?: string;
  readonly kind?: string;
  readonly engineId?: string;
  readonly condition?: string;
  readonly mostPrice?: number | undefined;
  readonly mostKm?: number | undefined;
  readonly mostDistanceKm?: number | undefined;
  readonly sort?: string;
  readonly from?: number;
  readonly count?: number;
}
function queryOf(query: YardQuery): string {
  const set = Object.entries(query).filter(([, v]) => v !== undefined && v !== '');
  return new URLSearchParams(set.map(([k, v]) => [k, String(v)])).toString();
}

export const api = {
  builds: () => call<BuildSummary[]>('GET', '/builds'),
  build: (id: string) => call<BuildAnswer>('GET', `/builds/${enc(id)}`),
  newBuild: (begun: { readonly name: string; readonly currency: string }) =>
    call<BuildAnswer>('POST', '/builds', begun),
  copyBuild: (id: string) => call<BuildAnswer>('POST', `/builds/${enc(id)}/copy`),
  shelve: (id: string, shelf: BuildSummary['shelf']) => call<undefined>('PUT', `/builds/${enc(id)}/shelf`, { shelf }),
  erase: (id: string) => call<undefined>('DELETE', `/builds/${enc(id)}`),
  library: () => call<Library>('GET', '/library'),
  put: (id: string, path: string, content: unknown, version: number) =>
    call<BuildAnswer>('PUT', `/builds/${enc(id)}/${path}`, content, version),
  remove: (id: string, path: string, version: number) =>
    call<BuildAnswer>('DELETE', `/builds/${enc(id)}/${path}`, undefined, version),
  step: (id: string, direction: 'undo' | 'redo') => call<BuildAnswer>('POST', `/builds/${enc(id)}/${direction}`),
  /** The file's text goes as it is, so that the server is the one judge of it. */
  importBundle: (text: string, stopped?: AbortSignal) =>
    call<ImportReport>('POST', '/bundles', text, undefined, stopped),
  /** The shop of a backup, added to this one. */
  addShop: (file: Blob, stopped?: AbortSignal) => call<ShopReport>('POST', '/shop/restore', file, undefined, stopped),
  demo: () => call<DemoAnswer>('GET', '/demo'),
  putDemo: (wanted: { here: boolean; library?: boolean }) => call<DemoAnswer>('PUT', '/demo', wanted),
  /** One row with the version that a later write must name; undefined where there is none. */
  row: <T>(kind: RowKind, id: string) => callVersioned<T>(`/library/${kind}/${enc(id)}`),
  putRow: <T extends { id: string }>(kind: RowKind, row: T, version: number) =>
    call<{ version: number; row: T }>('PUT', `/library/${kind}/${enc(row.id)}`, row, version),
  rowHistory: (kind: RowKind, id: string) => call<RowHistory>('GET', `/library/${kind}/${enc(id)}/history`),
  freeId: (kind: RowKind, name: string) =>
    call<{ id: string }>('GET', `/library-free-id?kind=${kind}&name=${enc(name)}`),
  librarySteps: () => call<StepsAnswer>('GET', '/library-steps'),
  stepLibrary: (direction: 'undo' | 'redo') => call<{ words: string }>('POST', `/library-steps/${direction}`),
  importLibrary: (text: string, stopped?: AbortSignal) =>
    call<RowsReport>('POST', '/library-file', text, undefined, stopped),
  importTable: (table: TableOrder, stopped?: AbortSignal) =>
    call<RowsReport>('POST', '/library-table', table, undefined, stopped),
  rowFileUrl: (kind: RowKind, id: string) => `/api/v1/library/${kind}/${enc(id)}/file`,
  libraryCsvUrl: (kind: RowKind, units: Units) => `/api/v1/library/${kind}.csv?decimal=${markOf(units)}`,
  libraryFileUrl: '/api/v1/library-file',
  shopFileUrl: '/api/v1/shop/backup',
  loomTest: (buildId: string, candidateId: string) =>
    call<LoomReading[]>('GET', `/builds/${enc(buildId)}/candidates/${enc(candidateId)}/loom-test`),
  /** A photo or a paper into the database. */
  keepPicture: (picture: Blob) => call<{ id: string }>('POST', '/pictures', picture),
  pictureUrl: (id: string) => `/api/v1/pictures/${id}`,
  yard: (query: YardQuery) => call<YardPage>('GET', `/yard?${queryOf(query)}`),
  listing: (id: string) => call<Listing>('GET', `/yard/${enc(id)}`),
  watched: () => call<WatchedListing[]>('GET', '/watched'),
  watch: (id: string, note: string) => call<undefined>('PUT', `/watched/${enc(id)}`, { note }),
  unwatch: (id: string) => call<undefined>('DELETE', `/watched/${enc(id)}`),
  scalesUrl: (id: string) => `/api/v1/builds/${enc(id)}/scales`,
  bundleUrl: (id: string) => `/api/v1/builds/${enc(id)}/bundle`,
  lineupUrl: (id: string, as: 'csv' | 'xlsx', units: Units) =>
    `/api/v1/builds/${enc(id)}/lineup.${as}?${unitsQuery(units)}`,
  billUrl: (id: string, candidateId: string, as: 'csv' | 'xlsx', units: Units) =>
    `/api/v1/builds/${enc(id)}/candidates/${enc(candidateId)}/bill.${as}?${unitsQuery(units)}`,
};

import type { BuildAnswer, BuildSummary, FieldProblem, ImportReport, Library } from '@sable/core';

/** An answer other than yes: the sentence for the person, the fields it is about, and whatever else came along. */
export class ApiProblem extends Error {
  readonly status: number;
  readonly errors: readonly FieldProblem[];
  readonly body: Readonly<Record<string, unknown>>;
  constructor(status: number, body: Readonly<Record<string, unknown>>) {
    super(typeof body['detail'] === 'string' ? body['detail'] : `The server answered ${status}.`);
    this.status = status;
    this.body = body;
    this.errors = (body['errors'] as FieldProblem[] | undefined) ?? [];
  }
}

/** Who this browser is, for undo: changes of one person are taken back by that person. */
function clientId(): string {
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

async function call<T>(method: string, path: string, body?: unknown, version?: number): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api/v1${path}`, {
      method,
      headers: {
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...(version === undefined ? {} : { 'if-match': `"${version}"` }),
        'x-sable-client': clientId(),
      },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
  } catch {
    throw new ApiProblem(0, {
      detail: 'Sable’s server does not answer. Start it again with npm start; nothing that it had answered is lost.',
    });
  }
  const answer: unknown = response.status === 204 ? undefined : await response.json().catch(() => ({}));
  if (!response.ok) throw new ApiProblem(response.status, answer as Record<string, unknown>);
  return answer as T;
}

const enc = encodeURIComponent;

export const api = {
  builds: () => call<BuildSummary[]>('GET', '/builds'),
  build: (id: string) => call<BuildAnswer>('GET', `/builds/${enc(id)}`),
  newBuild: (name: string) => call<BuildAnswer>('POST', '/builds', { name }),
  library: () => call<Library>('GET', '/library'),
  put: (id: string, path: string, content: unknown, version: number) =>
    call<BuildAnswer>('PUT', `/builds/${enc(id)}/${path}`, content, version),
  remove: (id: string, path: string, version: number) =>
    call<BuildAnswer>('DELETE', `/builds/${enc(id)}/${path}`, undefined, version),
  step: (id: string, direction: 'undo' | 'redo') =>
    call<BuildAnswer & { words: string }>('POST', `/builds/${enc(id)}/${direction}`),
  /** The file's text goes as it is, so that the server is the one judge of it. */
  importBundle: (text: string) => call<ImportReport>('POST', '/bundles', text),
  bundleUrl: (id: string) => `/api/v1/builds/${enc(id)}/bundle`,
  lineupCsvUrl: (id: string, units: string) => `/api/v1/builds/${enc(id)}/lineup.csv?units=${units}`,
  billCsvUrl: (id: string, candidateId: string) => `/api/v1/builds/${enc(id)}/candidates/${enc(candidateId)}/bill.csv`,
};

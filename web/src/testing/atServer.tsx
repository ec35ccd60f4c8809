import { jest } from '@jest/globals';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import type { ReactNode } from 'react';

export interface Asked {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
}

/** What a page asked the server for, in order. */
export const asked: Asked[] = [];

type Respond = (asked: Asked) => { status?: number; body?: unknown } | undefined;

/** Stands in for the server: answers each request by its method and path, without “/api/v1”; what it knows nothing of is 404. */
export function serve(respond: Respond): void {
  asked.length = 0;
  globalThis.fetch = jest.fn(async (url: string, init: RequestInit) => {
    const request = {
      method: init.method ?? 'GET',
      path: url.replace('/api/v1', ''),
      body: typeof init.body === 'string' ? (JSON.parse(init.body) as unknown) : undefined,
    };
    asked.push(request);
    const { status = 200, body } = respond(request) ?? { status: 404, body: { detail: `Nothing at ${request.path}.` } };
    return { ok: status < 400, status, headers: { get: () => null }, json: async () => body };
  }) as unknown as typeof fetch;
}

/** What it asked for beside what it reads. */
export const written = (): readonly Asked[] => asked.filter((a) => a.method !== 'GET');

/** A page’s part with a store of answers of its own. */
export function AtServer({ children }: { children: ReactNode }) {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false }, mutations: { retry: false } } });
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}

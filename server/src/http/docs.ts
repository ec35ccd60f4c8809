import { Build, Candidate, Chassis, Engine, Gearbox, Library, Listing, Offer, Part } from '@sable/core';

/** Records that many routes and sums take or answer, and where the page of the API writes each out. */
const SHARED = new Map<unknown, string>([
  [Build, 'A build, as /builds/{id} answers it.'],
  [Chassis, 'The car of a build, as PUT /builds/{id}/chassis takes it.'],
  [Candidate, 'A candidate, as PUT /builds/{id}/candidates/{candidateId} takes it.'],
  [Library, 'Engines, gearboxes, parts, families and own offers, as /library answers them.'],
  [Engine, 'An engine, as /library/engines/{id} answers it.'],
  [Gearbox, 'A gearbox, as /library/gearboxes/{id} answers it.'],
  [Part, 'A part, as /library/parts/{id} answers it.'],
  [Listing, 'An offer, as /yard/{id} answers it.'],
  [Offer, 'An own offer, as /library/offers/{id} answers it.'],
]);

function told(schema: unknown, whole: unknown): unknown {
  if (schema === null || typeof schema !== 'object') return schema;
  const words = schema === whole ? undefined : SHARED.get(schema);
  if (words !== undefined) return { type: 'object', description: words };
  if (Array.isArray(schema)) return schema.map((s) => told(s, whole));
  return Object.fromEntries(Object.entries(schema).map(([key, inside]) => [key, told(inside, whole)]));
}

/**
 * A route’s schema for the page of the API: a shared record is written out where a route takes or answers it alone, and named elsewhere.
 * Written out with each sum that takes one, a build made the description ten times as long.
 */
export function briefly<S extends Readonly<Record<string, unknown>>>(schema: S): S {
  const { body, response, ...rest } = schema;
  const answers = response as Readonly<Record<string, unknown>> | undefined;
  return {
    ...rest,
    ...(body === undefined ? {} : { body: told(body, body) }),
    ...(answers === undefined
      ? {}
      : { response: Object.fromEntries(Object.entries(answers).map(([code, s]) => [code, told(s, s)])) }),
  } as unknown as S;
}

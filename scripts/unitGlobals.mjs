import { TextDecoder, TextEncoder } from 'node:util';

// What browsers have and the simulated one of the tests has not.
globalThis.TextEncoder ??= TextEncoder;
globalThis.TextDecoder ??= TextDecoder;
globalThis.structuredClone ??= (value) => JSON.parse(JSON.stringify(value));

// React notes with each element where it was made, for messages that no test reads; that is a quarter of the time of drawing.
if (globalThis.document) {
  const { default: react } = await import('react');
  Object.defineProperty(
    react.__CLIENT_INTERNALS_DO_NOT_USE_OR_WARN_USERS_THEY_CANNOT_UPGRADE,
    'recentlyCreatedOwnerStacks',
    {
      get: () => Infinity,
      set() {
        // It stays where it is.
      },
    },
  );
}

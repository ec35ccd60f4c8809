import { TextDecoder, TextEncoder } from 'node:util';

// What browsers have and the simulated one of the tests has not.
globalThis.TextEncoder ??= TextEncoder;
globalThis.TextDecoder ??= TextDecoder;
globalThis.structuredClone ??= (value) => JSON.parse(JSON.stringify(value));

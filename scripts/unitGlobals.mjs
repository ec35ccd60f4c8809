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

// The simulated browser looks for the labels of a control among all elements of the page, for each control anew.
if (globalThis.document) {
  const labels = {
    configurable: true,
    get() {
      const near = this.closest('label');
      const far = this.id ? [...document.querySelectorAll(`label[for=${JSON.stringify(this.id)}]`)] : [];
      return near && !near.htmlFor && !far.includes(near) ? [near, ...far] : far;
    },
  };
  for (const kind of [HTMLInputElement, HTMLButtonElement, HTMLSelectElement, HTMLTextAreaElement, HTMLOutputElement])
    Object.defineProperty(kind.prototype, 'labels', labels);
}

// Whether an element can be seen asks the style of it and all that it stands in; no style sheet is loaded here that would hide any.
if (globalThis.document) {
  const { configure } = await import('@testing-library/dom');
  // Waiting is against hanging, not a measurement either: a second is little beside other tests.
  configure({ defaultHidden: true, asyncUtilTimeout: 10_000 });
}

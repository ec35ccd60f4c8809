import type { PortSpec } from '@sable/core';

/** A spec as one writes it down: "pattern = Whimbrel pads, pulsesPerRev = 2". */
export const written = (spec: PortSpec): string =>
  Object.entries(spec)
    .map(([k, v]) => `${k} = ${String(v)}`)
    .join(', ');

/** The spec that was written, or what is wrong with it. */
export function readSpec(text: string): PortSpec | string {
  const spec: PortSpec = {};
  for (const part of text.split(',').map((p) => p.trim())) {
    if (part === '') continue;
    const at = part.indexOf('=');
    const key = part.slice(0, at).trim();
    const value = part.slice(at + 1).trim();
    if (at < 1 || value === '' || !/^[a-zA-Z][a-zA-Z0-9]*$/.test(key))
      return `“${part}” is not read: write what it is, an equals sign and its value, like pattern = Whimbrel pads.`;
    spec[key] = /^-?\d+(\.\d+)?$/.test(value)
      ? Number(value)
      : value === 'true'
        ? true
        : value === 'false'
          ? false
          : value;
  }
  return spec;
}

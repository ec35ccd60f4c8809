import type { Step } from '@sable/core';

export interface ScreenEntry {
  readonly path: string;
  readonly title: string;
  /** The steps of an assessment whose state shows on the rule. */
  readonly steps: readonly Step[];
  readonly key: string;
}

/** The steps that are built, in working order. */
export const SCREENS: readonly ScreenEntry[] = [
  { path: 'brief', title: 'Brief', steps: ['brief'], key: 'b' },
  { path: 'survey', title: 'Survey', steps: ['survey'], key: 's' },
  { path: 'donors', title: 'Donors', steps: ['donors'], key: 'o' },
  { path: 'line-up', title: 'Line-up', steps: [], key: 'l' },
  { path: 'fit', title: 'Fit', steps: ['fit'], key: 'f' },
  { path: 'mounts', title: 'Mounts', steps: ['mounts'], key: 'h' },
  { path: 'gearing', title: 'Gearing', steps: ['gearing'], key: 'g' },
  { path: 'weight', title: 'Weight', steps: ['weight'], key: 'w' },
  { path: 'joints', title: 'Joints', steps: ['joints'], key: 'e' },
  { path: 'wiring', title: 'Wiring', steps: ['wiring'], key: 'i' },
  { path: 'parts', title: 'Parts & budget', steps: ['money'], key: 'p' },
];

/** What the browser calls a page, in its tabs and its history: the nearest first. */
export function pageTitle(pathname: string, build?: string): string {
  const [house = '', id, ...rest] = pathname.split('/').filter(Boolean);
  const [where = '', ...within] = house === 'builds' ? rest : [house, ...(id ? [id] : []), ...rest];
  const screen = SCREENS.find((s) => s.path === where)?.title ?? where.charAt(0).toUpperCase() + where.slice(1);
  return [[screen, ...within].filter(Boolean).join(', '), build, 'Sable'].filter(Boolean).join(' · ');
}

/** Chromium as it must be started by root and without a network. */
export declare const launchArgs: string[];
declare const _default: import('playwright/test').PlaywrightTestConfig<{}, {}>;
export default _default;

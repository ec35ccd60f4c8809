/** As it stands within a sentence. */
export const lowered = (s: string): string => s.charAt(0).toLowerCase() + s.slice(1);

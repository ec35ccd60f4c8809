const SIGNS = new Map<string, string>();

/** The sign of a currency by its ISO 4217 code: “€”, “$”, “zł”; the code itself where it has none. */
export function currencySign(code: string): string {
  let sign = SIGNS.get(code);
  if (sign === undefined) {
    sign = /^[A-Z]{3}$/.test(code)
      ? (new Intl.NumberFormat('en', { style: 'currency', currency: code, currencyDisplay: 'narrowSymbol' })
          .formatToParts(0)
          .find((p) => p.type === 'currency')?.value ?? code)
      : code;
    SIGNS.set(code, sign);
  }
  return sign;
}

/** Signs that stand behind their amount though they are no letters. */
const BEHIND = new Set(['€', '₽', '₴', '₫', '₸', '₾']);

/** Whether a sign of currency stands before its amount: “$9,500”, “CHF 9,500”; else behind: “9,500 €”, “9,500 zł”. */
export const signLeads = (sign: string): boolean =>
  sign !== '' && !BEHIND.has(sign) && (/^(?:[A-Z]{3}|R)$/.test(sign) || /\p{Sc}/u.test(sign));

/**
 * An amount with its sign of currency, as it is written where the currency is spent: “9,500 €”, “$9,500”, “−$42”,
 * “CHF 9,500”, “9,500 zł”. `number` may begin with a sign of its own.
 */
export function withSign(number: string, sign: string): string {
  if (sign === '') return number;
  if (!signLeads(sign)) return `${number} ${sign}`;
  const [, lead = '', digits = number] = /^([+−±-]?)(.*)$/.exec(number) ?? [];
  return `${lead}${sign}${/^[A-Z]+$/.test(sign) ? ' ' : ''}${digits}`;
}

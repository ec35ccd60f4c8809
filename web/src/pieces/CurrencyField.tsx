import { currencySign } from '@sable/core/units';
import { ChoiceField } from './fields.tsx';

/** Currencies that a list begins with; any other that there is comes behind them. */
const COMMON = [
  'EUR',
  'USD',
  'GBP',
  'CHF',
  'SEK',
  'NOK',
  'DKK',
  'PLN',
  'CZK',
  'HUF',
  'AUD',
  'CAD',
  'NZD',
  'JPY',
  'ZAR',
];
const ALL = [...new Set([...COMMON, ...Intl.supportedValuesOf('currency')])];
const NAMES = new Intl.DisplayNames('en', { type: 'currency' });

const wordsOf = (code: string): string => {
  const sign = currencySign(code);
  return `${code}${sign === code ? '' : ` ${sign}`}, ${NAMES.of(code) ?? code}`;
};
const CHOICES = ALL.map((code) => ({ value: code, label: wordsOf(code) }));

/** What the money of a build is in. */
export function CurrencyField(props: {
  readonly value: string;
  readonly onCommit: (code: string) => void;
  readonly help?: string;
}) {
  const choices = ALL.includes(props.value) ? CHOICES : [{ value: props.value, label: props.value }, ...CHOICES];
  return <ChoiceField label="Currency" choices={choices} {...props} />;
}

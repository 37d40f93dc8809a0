import type { Calendar } from './step';

/** The places whose way of writing numbers and dates can be chosen. */
export const LOCALES = [
  'en-GB',
  'en-US',
  'de-DE',
  'fr-FR',
  'es-ES',
  'it-IT',
  'nl-NL',
  'pt-PT',
  'pl-PL',
  'sv-SE',
  'da-DK',
] as const;
export type Locale = (typeof LOCALES)[number];
/** What numbers and dates are written like where nobody says otherwise. */
export const LOCALE: Locale = 'en-GB';

/** A calendar, and how its steps are written. */
export interface Manner extends Calendar {
  readonly locale?: Locale;
}

/** The place that is nearest to a language as browsers name it: "de-AT" is written like "de-DE". */
export function nearestLocale(language: string): Locale {
  const wanted = language.toLowerCase();
  const [family] = wanted.split('-');
  return (
    LOCALES.find((locale) => locale.toLowerCase() === wanted) ??
    LOCALES.find((locale) => locale.startsWith(`${family}-`)) ??
    LOCALE
  );
}

import type { ColumnProfile } from '../inference';
import { ideasOf, wordsOf } from './words';

/** A key is one of the rows where hardly two are alike. */
const NEARLY = 0.97;

/** What stands in the header of a key beside the name of what it is the key of. */
const OF_KEYS = /^(no|nr|num|number|id|ids|ref|reference|code|key|nummer|numero|ndeg|n)$/;

/** What happens, in the singular (common practice, no source). */
const EVENTS = new Set(
  (
    'job order sale visit booking invoice receipt ticket claim delivery return repair call trip run shipment parcel payment transaction loan donation gift ' +
    'appointment rental hire lesson class shift accident incident complaint request application purchase refund tip flight match game birth death crash ' +
    'bestellung auftrag rechnung buchung besuch verkauf lieferung commande facture vente visite livraison pedido factura venta visita entrega ordine fattura vendita consegna venda bestelling factuur verkoop'
  ).split(' '),
);

/** What sheets are called that name no row of theirs (common practice, no source). */
const NO_ROW = new Set(
  'figure list result number statistic total detail row table sheet column value report overview chart month year week day'.split(
    ' ',
  ),
);

/** Whether a word of the name of a sheet is what its rows are: a thing or what happens, no amount of it. */
export const namesRows = (one: string): boolean =>
  EVENTS.has(one) || (!NO_ROW.has(one) && [...ideasOf(one)].every((idea) => idea === 'count'));

/** Whether the name of the sheet or of its key is a word for what happens. */
export function namesEvents(columns: readonly ColumnProfile[], sheetName: string): boolean {
  const last = wordsOf(sheetName)
    .filter((word) => !/\d/.test(word))
    .at(-1);
  const key = keyStem(columns);
  return (
    (key !== undefined && key.some((word) => EVENTS.has(word))) ||
    (last !== undefined && (EVENTS.has(last) || EVENTS.has(singular(last) ?? '')))
  );
}

/** What the key of the rows is the key of: "Job no" is "job". */
export function keyStem(columns: readonly ColumnProfile[]): string[] | undefined {
  const key = columns.find(
    ({ role, stats }) => role === 'key' && stats.count > 0 && stats.distinct >= stats.count * NEARLY,
  );
  return key && wordsOf(key.name).filter((word) => !OF_KEYS.test(word));
}

/** Whether a key of these things stands in several rows each. */
export const keyOfSeveral = (columns: readonly ColumnProfile[], one: string): boolean =>
  columns.some(
    ({ role, name, stats }) => role === 'key' && wordsOf(name).includes(one) && stats.distinct < stats.count * NEARLY,
  );

/** One of what an English plural names; `undefined` for what is none. Example: `singular('deliveries')` is `'delivery'`. */
export function singular(word: string): string | undefined {
  if (!/[a-z]{2}s$/.test(word) || /(ss|us|is|ness)$/.test(word) || word.length < 4) return undefined;
  if (/ies$/.test(word)) return word.replace(/ies$/, 'y');
  if (/(ch|sh|x|ss)es$/.test(word)) return word.replace(/es$/, '');
  return word.replace(/s$/, '');
}

/** What the words of a header say about its column. Common practice, no source. Each list is one idea; the first that matches wins. */

/** Splits a header into lower-case words: "unit_price", "unitPrice" and "Unit price" are the same. */
export function headingWords(name: string): string {
  return ` ${name
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replace(/[_\-./]+/g, ' ')
    .toLowerCase()
    .replace(/\s+/g, ' ')
    .trim()} `;
}

const has = (words: string, list: RegExp) => list.test(words);

const KEY =
  / (#|id|ids|no|nr|number|num|ref|reference|receipt|invoice|order no|code|sku|barcode|ean|isbn|postcode|post code|zip|zipcode|phone|telephone|tel|mobile|fax|card|account|serial|uuid|key|plz) /;
const CODE_OR_SIZE =
  / (size|grade|class|category|type|level code|band|zone|bay|bench|row|floor|room|lane|shelf|table|team|batch|lot|group) $/;
const RATE =
  / (price|rate|percent|percentage|pct|share|ratio|temperature|temp|warmth|score|rating|mark|average|avg|mean|median|per|margin|humidity|pressure|speed|ph|depth|height|width|length|thickness|age|index|latitude|longitude|lat|lon|lng|concentration|density|moisture|efficiency|yield|to emerge|mpg|bpm) /;
const LEVEL =
  / (level|levels|balance|in hand|on hand|stock|inventory|in store|outstanding|open|headcount|population|remaining) /;
const YEAR = / (year|yr|season|vintage|jahr|année|año|anno|ano|jaar) /;
const QUESTION =
  /(\?\s*$)|( (is|has|was|did|paid|done|active|enabled|open|closed|member|returned|cancelled|delivered|valid|in stock|flag|present|absent) )/;
/** A word for a date; of words that only may mean one, such as "end", the header must be that alone. */
const DATE = / (date|dates|day|datum|fecha|data|jour|dag|giorno) | on $|^ (when|due|from|until|start|end) $/;
const TIMESTAMP = / (time|timestamp|epoch|unix|created|updated|modified|date|at|ts|datetime) /;
const DURATION =
  / (duration|elapsed|took|time taken|time spent|length|lasted|runtime|playing time|dauer|durée|duración|durata|duração|duur|hours worked) /;
const COUNTING =
  / (count|counts|quantity|qty|total|number of|sum|amount|takings|sales|revenue|cost|costs|units|hours|visits|orders|rain|rainfall|snow|snowfall|precipitation|distance) /;

/** "Number of visits", "num_sold", "number_calls": how many there are, not what one is called. */
const HOW_MANY = / (number of|no of|per) |^ (num|number) (?!plate)[a-z]/;
/** Of several words the last says what the numbers are: an account length is a length, an invoice no a number. */
const KEY_AT_END = new RegExp(`${KEY.source}$| (by|of|from|to|for) |^ (id|no|nr|#) `);

export const headingSaysKey = (name: string) => has(headingWords(name), KEY) && !HOW_MANY.test(headingWords(name));
/** The same of whole numbers, which more often count something than texts do. */
export const headingNamesNumber = (name: string) => headingSaysKey(name) && KEY_AT_END.test(headingWords(name));
/** "Order", "Claim", "Plate": over codes, what each of them is the name of. */
const ONE =
  / (order|claim|booking|invoice|ticket|receipt|case|job|plate|delivery|payment|transaction|shipment|parcel|batch|lot|bestellung|rechnung|auftrag|buchung|commande|facture|pedido|factura|ordine|fattura|encomenda|bestelling|factuur|kennzeichen) $/;
export const headingNamesEvent = (name: string) => has(headingWords(name), ONE);
export const headingSaysCode = (name: string) => has(headingWords(name), CODE_OR_SIZE);
export const headingSaysRate = (name: string) => has(headingWords(name), RATE);
export const headingSaysLevel = (name: string) => has(headingWords(name), LEVEL);
export const headingSaysYear = (name: string) => has(headingWords(name), YEAR);
export const headingAsks = (name: string) => has(headingWords(name), QUESTION) || name.trim().endsWith('?');
export const headingSaysDate = (name: string) => has(headingWords(name), DATE);
export const headingSaysTimestamp = (name: string) => has(headingWords(name), TIMESTAMP);
export const headingSaysDuration = (name: string) => has(headingWords(name), DURATION);
export const headingSaysMonth = (name: string) =>
  / (month|months|mth|monat|mois|mes|mese|mês|maand) $/.test(headingWords(name));
export const headingSaysHour = (name: string) => / (hour|hr|stunde|heure|hora|ora|uur) $/.test(headingWords(name));
export const headingCounts = (name: string) => has(headingWords(name), COUNTING);

/** Units whose amounts are measured, not added up: lengths, temperatures, speeds, shares. */
export const isRateUnit = (unit: string | undefined) =>
  unit !== undefined && /^(%|°.?|mm|cm|km\/h|mph|m\/s|ppm|ph|hpa|kpa|pa|bar|lux|deg|mm\/h)$/i.test(unit);

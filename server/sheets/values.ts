import type { Values } from '@/core/api';
import type { Grain } from '@/core/grain';
import { groupText } from '@/core/shaping';
import { notFound } from '../problem';
import { asker } from '../query/run';
import { readySheet } from './sheets';

/** At most this many values of a column are listed at once. */
const MOST = 200;

/** The values of a column that hold a text, for choosing among them. @throws Problem 404 */
export async function columnValues(id: string, key: string, search: string): Promise<Values> {
  const sheet = await readySheet(id);
  const profile = sheet.columns.find((column) => column.key === key);
  if (!profile) throw notFound('column');
  const grain = (await asker(new Map([[id, sheet]]))({
    kind: 'grouped',
    sheet: id,
    axes: [{ as: 'value', column: key }],
    measures: [{ want: 'rows' }],
    filters: [],
  })) as Grain;
  const wanted = search.trim().toLowerCase();
  const dated = profile.type === 'date' || profile.type === 'datetime';
  const found = grain.axes[0]
    .map((value, i) => ({ value, text: groupText(value, profile), rows: Number(grain.measures[0][i]) }))
    .filter(({ text }) => wanted === '' || text.toLowerCase().includes(wanted))
    .map((one) => (dated && one.value !== null ? { ...one, value: one.text } : one))
    .sort((a, b) => b.rows - a.rows || (a.text < b.text ? -1 : 1));
  return { values: found.slice(0, MOST), total: found.length };
}

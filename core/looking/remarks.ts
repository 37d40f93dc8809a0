import type { Frame } from '../shaping';
import type { ChartSpec, Sources } from '../spec';
import type { PlacedRemark, Refused } from './looked';
import { placeOf } from './view';

/** The remarks of a chart in the order of their places, its own and those of rows; what has no place is told. */
export function remarksOf(
  frame: Frame,
  spec: ChartSpec,
  { columns }: Sources,
): { placed: PlacedRemark[]; refused: Refused[] } {
  const { remarks } = spec;
  if (!remarks) return { placed: [], refused: [] };
  const refused: Refused[] = [];
  const tell = (id: string, why: string) => refused.push({ what: 'remark', id, why });
  if (frame.points || frame.panels) {
    if (remarks.own?.length || remarks.columns?.length)
      tell(
        'remarks',
        frame.points ? 'dots of single rows have no places of their own' : 'small copies have no room for them',
      );
    return { placed: [], refused };
  }
  const { values } = frame.across;
  const ids = new Set(frame.series.flatMap(({ id, like }) => (like === undefined ? [id] : [id, like])));
  // Those of one place stand in the order in which they were: by their own dates.
  const inOrder = [...(remarks.own ?? [])].sort((a, b) => String(a.at).localeCompare(String(b.at), 'en'));
  const own = inOrder.flatMap(({ id, at, series, text }): PlacedRemark[] => {
    const place = placeOf(at, values, spec);
    if (place === undefined) {
      tell(id, `"${short(text)}" stands at ${at}, which is not in the chart`);
      return [];
    }
    return [{ id, at: place, text, ...(series !== undefined && ids.has(series) ? { series } : {}) }];
  });
  const noted = frame.notes?.remarks;
  for (const key of remarks.columns ?? [])
    if (!columns.has(key)) tell(key, 'the column that they were taken from is not there any more');
  if (remarks.columns?.length && !noted && spec.across.as === 'rows') tell('columns', 'single rows are named already');
  if (noted?.unplaced) tell('columns', `${noted.unplaced} rows with a text have no place in this chart`);
  if (noted?.cut)
    tell('columns', `only the first ${noted.rows.length} of ${noted.rows.length + noted.cut} texts are shown`);
  const taken = (noted?.rows ?? []).map(({ at, texts }): PlacedRemark => {
    const [strong, ...rest] = texts;
    const more = rest.filter((one): one is string => one !== null).join(' ');
    return { at, text: more, ...(strong === null || strong === undefined ? {} : { strong }) };
  });
  return { placed: [...own, ...taken].sort((a, b) => a.at - b.at), refused };
}

const short = (text: string): string => (text.length > 30 ? `${text.slice(0, 28)} …` : text);

import { cycleLabel } from '../../calendar';
import type { Finding, Season } from '../../looking';
import type { ChartSpec } from '../../spec';
import type { ModelSeries } from '../model';
import { writeRound, writeValue } from '../numbers';

/** What the words of findings are made of. */
interface Wording {
  readonly spec: ChartSpec;
  readonly series: readonly ModelSeries[];
  /** The words of each place. */
  readonly labels: readonly string[];
  readonly unitOf: (series: ModelSeries) => string | undefined;
}

/** A finding as one true sentence with its figures. */
export function findingWords(finding: Finding, { spec, series, labels, unitOf }: Wording): string {
  const locale = spec.look?.locale;
  const of = (id: string | undefined) => series.find((one) => one.id === id);
  const own = of(finding.series);
  const unit = own && unitOf(own);
  const several = series.length > 1;
  const named = own && several ? own.name : undefined;
  const figure = (value: number) => writeRound(value, unit, locale);
  const percent = (share: number) =>
    writeValue(Math.abs(share), '%', undefined, locale).replace(/\.\d(?=%)/, (d) => (Math.abs(share) < 0.1 ? d : ''));
  const place = (at: number) => labels[at] ?? '';
  const whose = named ? ` of ${named}` : '';
  switch (finding.is) {
    case 'highest':
    case 'lowest': {
      const { usual, value } = finding;
      const against = usual > 0 && value > 0 ? timesWords(value / usual) : '';
      return `${place(finding.at)} is the ${finding.is}${whose}: ${figure(value)}${against}.`;
    }
    case 'record':
      return `${place(finding.at)} is the ${finding.high ? 'highest' : 'lowest'} ${seasonWords(finding.season, spec)}${whose} so far: ${figure(finding.value)} against ${figure(finding.before)}.`;
    case 'jump': {
      const { at, from, to, times } = finding;
      const change = from > 0 && to >= 0 ? percent((to - from) / from) : figure(Math.abs(to - from));
      const way = to > from ? 'rise' : 'fall';
      return `${place(at)}${whose} ${to > from ? 'rose' : 'fell'} by ${change} against ${place(at - 1)}: ${roundTimes(times)} the usual ${way}.`;
    }
    case 'odd': {
      const usually = finding.season ? `for ${an(seasonWords(finding.season, spec))}` : 'here';
      return `${place(finding.at)}${whose} is far ${finding.above ? 'above' : 'below'} what is usual ${usually}: ${figure(finding.value)} against ${figure(finding.usual)}.`;
    }
    case 'overtaking':
      return `${own?.name ?? ''} went above ${of(finding.other)?.name ?? ''} in ${place(finding.at)} and stayed there.`;
    case 'season': {
      const { high, season, times, of: all, per } = finding;
      const often = times === all ? `of every ${per}` : `in ${times} of ${all} ${per}s`;
      return `${seasonWords(season, spec)} is the ${high ? 'strongest' : 'weakest'} ${UNIT[season.cycle]}${whose} ${often}.`;
    }
    case 'few': {
      const { count, of: all, share, places } = finding;
      const names = places.length <= 3 ? ` (${places.map(place).join(', ')})` : '';
      return `${count} of ${all} make ${percent(share)} of the whole${names}.`;
    }
  }
}

const UNIT = { 'month-of-year': 'month', weekday: 'day', 'hour-of-day': 'hour', quarter: 'quarter' } as const;

function seasonWords({ cycle, place }: Season, { look }: ChartSpec): string {
  return cycle === 'quarter' ? `Q${place}` : cycleLabel(place, cycle, true, look?.locale);
}

const an = (word: string) => `${/^[aeiou]/i.test(word) ? 'an' : 'a'} ${word}`;

/** ", 2.1 times the usual" where it is well away from it. */
function timesWords(times: number): string {
  if (times >= 1.5) return `, ${roundTimes(times)} the usual`;
  return times <= 0.67 && times > 0 ? `, ${Math.round(times * 100)}% of the usual` : '';
}

function roundTimes(times: number): string {
  const rounded = times >= 10 ? Math.round(times) : Math.round(times * 10) / 10;
  return rounded === 2 ? 'twice' : `${rounded} times`;
}

import type { ColumnProfile } from '@/core/inference';
import { SEEN_TOP, type Reading, type ShapeFinding } from '@/core/reading';
import styles from './Reading.module.css';

const TAGS: Partial<Record<ShapeFinding['id'], string>> = {
  title: 'title',
  footnotes: 'footnote',
  totals: 'total',
  'units-row': 'units',
};

interface Props {
  reading: Pick<Reading, 'seen' | 'findings' | 'headerRow'>;
  columns?: readonly ColumnProfile[];
}

/** The sheet as it came: what was left out is greyed and says why, what could not be read is marked. */
export function SeenTable({ reading, columns = [] }: Props) {
  if (reading.seen.length === 0) return null;
  const tags = new Map<number, string>();
  for (const { id, taken, rows } of reading.findings) {
    const tag = TAGS[id];
    if (taken && tag) for (const row of rows ?? []) tags.set(row, tag);
  }
  const width = Math.max(...reading.seen.map(({ cells }) => cells.length));
  const across = new Set(reading.findings.find(({ id, taken }) => id === 'across' && taken)?.columns);
  const figures = Array.from({ length: width }, (_, c) => {
    const filled = reading.seen.map(({ cells }) => cells[c] ?? '').filter((cell) => cell !== '');
    return filled.filter((cell) => FIGURE.test(cell)).length > filled.length / 2;
  });
  const trouble = new Set(
    columns.flatMap(({ unread }) => unread.samples.map(({ row, text }) => `${row} ${text.slice(0, 60)}`)),
  );
  return (
    <div className={styles.seen} tabIndex={0} role="region" aria-label="The sheet as it came">
      <table>
        <tbody>
          {reading.seen.map(({ number, cells }, i) => {
            const tag = tags.get(number) ?? (number === reading.headerRow ? 'header' : undefined);
            const previous = reading.seen[i - 1];
            const header = tag === 'header';
            return [
              previous && number > previous.number + 1 && (
                <tr key={`gap ${number}`} className={styles.jump}>
                  <td className={styles.numbers} />
                  <td colSpan={width + 1}>{gapWords(number - previous.number - 1, i < SEEN_TOP)}</td>
                </tr>
              ),
              <tr key={number} className={header ? styles.headerRow : tag ? styles.left : undefined} data-tag={tag}>
                <th scope="row">{number.toLocaleString('en-GB')}</th>
                {alone(cells) ? (
                  <td colSpan={width}>{cells.find((cell) => cell !== '')}</td>
                ) : (
                  Array.from({ length: width }, (_, c) => (
                    <SeenCell
                      key={c}
                      text={cells[c] ?? ''}
                      trouble={trouble.has(`${number} ${(cells[c] ?? '').trim()}`)}
                      across={header && across.has(c)}
                      figures={header && figures[c]}
                    />
                  ))
                )}
                <td className={styles.tagCell}>
                  {tag && <span className={header ? styles.headerTag : styles.tag}>{tag}</span>}
                </td>
              </tr>,
            ];
          })}
        </tbody>
      </table>
    </div>
  );
}

/** A line of words that may run over the columns beside it. */
const alone = (cells: readonly string[]) => (cells[0] ?? '').length > 20 && cells.slice(1).every((cell) => cell === '');

function gapWords(rows: number, blank: boolean): string {
  const what = blank ? 'empty ' : '';
  return `${rows.toLocaleString('en-GB')} ${what}${rows === 1 ? 'row' : 'rows'}${blank ? '' : ' between'}`;
}

const FIGURE = /^[\s(+−-]*[£$€¥]?\s*[\d.,' \u00a0]+\s*[%)]?$/;

function SeenCell({
  text,
  trouble,
  across,
  figures,
}: {
  text: string;
  trouble: boolean;
  across: boolean;
  /** Whether it is the name over a column of figures. */
  figures: boolean;
}) {
  return (
    <td
      className={`${figures || FIGURE.test(text) ? styles.figure : ''} ${across ? styles.acrossCell : ''}`}
      title={text.length > 24 ? text : undefined}
    >
      {trouble ? <mark>{text}</mark> : text}
    </td>
  );
}

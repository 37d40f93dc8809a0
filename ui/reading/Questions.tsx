'use client';

import { Button } from 'antd';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { isDated, type ColumnProfile, type Correction } from '@/core/inference';
import { fromIso } from '@/core/calendar';
import type { Sheet } from '../api';
import { useCorrect } from '../cards/correcting';
import styles from './Reading.module.css';

/** What nothing in the sheet decides is asked. */
export function Questions({ sheet }: { sheet: Sheet }) {
  const open = sheet.columns.filter(({ format }) => format.ambiguous);
  return open.map((column) => <Question key={column.key} column={column} sheet={sheet} />);
}

const LONG = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' });

function Question({ column, sheet }: { column: ColumnProfile; sheet: Sheet }) {
  const client = useQueryClient();
  const say = useCorrect();
  const answer = useMutation({
    mutationFn: (correction: Correction) => say(sheet, column, correction),
    onSuccess: (next) => client.setQueryData(['sheet', sheet.id], next),
  });
  const choices = isDated(column) ? dateChoices(column) : numberChoices();
  return (
    <section className={styles.question} aria-label={`A question about ${column.name}`}>
      <div>
        <b>
          {isDated(column)
            ? `Does the day or the month come first in ${column.name}?`
            : `Is the comma or the point the decimal sign in ${column.name}?`}
        </b>
        <span>Nothing in the sheet decides it. {choices.now}</span>
      </div>
      {choices.list.map(({ words, correction }) => (
        <Button key={words} disabled={answer.isPending} onClick={() => answer.mutate(correction)}>
          {words}
        </Button>
      ))}
      {answer.error && <p role="alert">{answer.error.message}</p>}
    </section>
  );
}

/** The first date of the column, as it was read and with day and month changed round. */
function dateChoices({ stats, format }: ColumnProfile) {
  const iso = String(stats.min ?? '').slice(0, 10);
  const [year, second, third] = iso.split('-');
  const said = (text: string) => LONG.format(fromIso(text));
  const now = format.dateOrder ?? 'DMY';
  const other = now === 'DMY' ? ('MDY' as const) : ('DMY' as const);
  const swapped = Number(third) <= 12 ? said(`${year}-${third}-${second}`) : '';
  const dayFirst = now === 'DMY' ? said(iso) : swapped;
  const monthFirst = now === 'DMY' ? swapped : said(iso);
  return {
    now: `It is read ${now === 'DMY' ? 'day' : 'month'} first: the earliest is ${said(iso)}.`,
    list: [
      {
        words: `Day first${dayFirst ? `: ${dayFirst}` : ''}`,
        correction: { format: { dateOrder: now === 'DMY' ? now : other } },
      },
      {
        words: `Month first${monthFirst ? `: ${monthFirst}` : ''}`,
        correction: { format: { dateOrder: now === 'DMY' ? other : now } },
      },
    ] as { words: string; correction: Correction }[],
  };
}

function numberChoices() {
  return {
    now: 'It is read with a point.',
    list: [
      { words: 'Point: 1.234 is about one', correction: { format: { decimal: '.' } } },
      { words: 'Comma: 1.234 is over a thousand', correction: { format: { decimal: ',' } } },
    ] as { words: string; correction: Correction }[],
  };
}

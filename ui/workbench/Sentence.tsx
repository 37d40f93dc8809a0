'use client';

import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { asDrawn, type ChartModel } from '@/core/layout';
import { addLayer, columnsInPlay, sentenceParts, type ChartSpec, type Sources } from '@/core/spec';
import { CardPopover } from '../cards/CardPopover';
import type { Sheet } from '../api';
import { ChoiceMenu } from './ChoiceMenu';
import { EditorCard } from './editors/EditorCard';
import { addable, choicesFor, compareChoices, type Choice, type ChoiceGroup, type Editor } from './menus';
import { StepButtons } from './StepButtons';
import styles from './Sentence.module.css';
import { useWork } from './store';
import type { usePicking } from './useChart';

/** The chart said in one sentence; every underlined part is a control. */
export const Sentence = memo(function Sentence({
  sheet,
  sources,
  picking,
  starts,
  model,
}: {
  sheet: Sheet;
  sources: Sources;
  picking: ReturnType<typeof usePicking>;
  /** How many charts are shown to begin with. */
  starts: number;
  /** The chart as it is drawn. */
  model?: ChartModel;
}) {
  const spec = useWork((state) => state.spec);
  const scales = model?.scales;
  const parts = useMemo(
    () => (spec ? sentenceParts(scales ? asDrawn(spec, scales) : spec, sources) : []),
    [spec, scales, sources],
  );
  const [editor, setEditor] = useState<Editor>();
  const onOpen = useCallback((next: Editor) => setTimeout(() => setEditor(next), 60), []);
  const latest = useRef({ parts, spec, sources, picks: picking.picks });
  useEffect(() => {
    latest.current = { parts, spec, sources, picks: picking.picks };
  });
  const ask = useCallback((at: number) => {
    const now = latest.current;
    return now.spec ? choicesFor(now.parts[at], now.spec, now.sources, now.picks) : [];
  }, []);
  const add = (title: string, role: 'amount' | 'group'): ChoiceGroup[] => [
    {
      title,
      choices: addable(sources.columns, picking.picks, role)
        .slice(0, 60)
        .map((column) => ({ key: column.key, words: column.name, picks: [...picking.picks, column.key] })),
    },
  ];
  if (!spec)
    return (
      <section className={styles.line} aria-label="The chart in a sentence">
        <p className={styles.empty}>
          Click the heads of the columns that the chart is about
          {starts > 1 ? `, or begin with one of these ${COUNTED[starts] ?? starts}` : ''}.
        </p>
      </section>
    );
  const grouped = spec.across.as !== 'number' && spec.across.as !== 'bins';
  const further: ChoiceGroup[] = grouped
    ? [
        { title: 'Only to read', choices: readable(spec, sources) },
        {
          choices: [
            { key: 'formula', words: 'A formula …', opens: { kind: 'formula' } },
            { key: 'sheet', words: 'From another sheet …', opens: { kind: 'sheet' } },
          ],
        },
      ]
    : [];
  const more = [
    { words: 'another amount', groups: [...add('Amount', 'amount'), ...overAll(spec), ...further] },
    ...(spec.split || spec.across.as === 'bins' ? [] : [{ words: 'a split', groups: add('One series per', 'group') }]),
    { words: 'to compare with', groups: compareChoices(spec, sources, model) },
  ].filter(({ groups }) => groups.some(({ choices }) => choices.length > 0));
  return (
    <section className={styles.line} aria-label="The chart in a sentence">
      <p className={styles.sentence}>
        {parts.map((part, i) => {
          if (!part.control) {
            // The mark behind a part stands with it: no line begins with a comma.
            const glued = parts[i - 1]?.control ? MARK_FIRST.exec(part.text)?.[0].length : undefined;
            return <span key={i}>{part.text.slice(glued ?? 0)}</span>;
          }
          const behind = MARK_FIRST.exec(parts[i + 1]?.control ? '' : (parts[i + 1]?.text ?? ''))?.[0];
          return (
            <span key={i} className={behind ? styles.glued : undefined}>
              <PartMenu text={part.text} at={i} ask={ask} onPicks={picking.setPicks} onOpen={onOpen} />
              {behind}
            </span>
          );
        })}
      </p>
      <div className={styles.tools}>
        <StepButtons sources={sources} />
        {more.map(({ words, groups }) => (
          <ChoiceMenu key={words} groups={() => groups} onPicks={picking.setPicks} onOpen={onOpen}>
            <button type="button" className={styles.add} aria-haspopup="menu">
              + {words}
            </button>
          </ChoiceMenu>
        ))}
        <CardPopover
          open={editor !== undefined}
          onOpenChange={(open) => !open && setEditor(undefined)}
          placement="bottomLeft"
          content={
            editor && (
              <EditorCard
                key={JSON.stringify(editor)}
                editor={editor}
                sheet={sheet}
                spec={spec}
                sources={sources}
                model={model}
                onDone={() => setEditor(undefined)}
              />
            )
          }
        >
          <button
            type="button"
            className={styles.add}
            aria-haspopup="dialog"
            aria-expanded={editor !== undefined}
            onClick={() => setEditor((now) => (now ? undefined : { kind: 'filter' }))}
          >
            + only some rows
          </button>
        </CardPopover>
      </div>
    </section>
  );
});

const COUNTED = ['', '', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight'];
const MARK_FIRST = /^[,;.]+/;
const MOST_TO_READ = 20;

/** Over a chart that is split: all of it together, as one line. */
function overAll({ split, layers, panels }: ChartSpec): ChoiceGroup[] {
  const [first] = layers;
  if (!split || panels || layers.some(({ whole }) => whole)) return [];
  return [
    {
      title: 'Not split',
      choices: [
        {
          key: 'whole',
          words: 'All of it together, as a line',
          edit: (now) =>
            addLayer(now, {
              amount: first.amount,
              summary: first.summary,
              side: first.side,
              shape: 'line',
              whole: true,
              ...(first.from ? { from: first.from } : {}),
            }),
        },
      ],
    },
  ];
}

/** Texts that can be read across: those of the columns that are not in the chart yet. */
function readable(spec: ChartSpec, { columns }: Sources): Choice[] {
  const inPlay = new Set(columnsInPlay(spec));
  return [...columns.values()]
    .filter(({ key, type }) => !inPlay.has(key) && (type === 'text' || type === 'boolean'))
    .slice(0, MOST_TO_READ)
    .map(({ key, name }) => ({
      key: `read ${key}`,
      words: name,
      edit: (now) => addLayer(now, { amount: { column: key }, summary: 'first', shape: 'read', side: 'left' }),
    }));
}

/** One part of the sentence with its menu; it is made anew only when its words change. */
const PartMenu = memo(function PartMenu({
  text,
  at,
  ask,
  onPicks,
  onOpen,
}: {
  text: string;
  at: number;
  ask: (at: number) => ChoiceGroup[];
  onPicks: (picks: string[]) => void;
  onOpen: (editor: Editor) => void;
}) {
  return (
    <ChoiceMenu groups={() => ask(at)} onPicks={onPicks} onOpen={onOpen}>
      <button type="button" className={styles.part} aria-haspopup="menu">
        {text}
      </button>
    </ChoiceMenu>
  );
});

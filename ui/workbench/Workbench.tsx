'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import Link from 'next/link';
import { useQuery } from '@tanstack/react-query';
import { withinPath, type ChartSpec } from '@/core/spec';
import { api, type SavedChart, type Sheet } from '../api';
import { TopBar } from '../theme/TopBar';
import { ChartPane } from './ChartPane';
import { Checks } from './Checks';
import { ForetellingProvider, useForetell } from './foretelling';
import { Sentence } from './Sentence';
import { SheetPicker, type Jump } from './SheetPicker';
import { createWorkStore, useHistory, WorkProvider, workKey, type Work } from './store';
import { Suggestions } from './Suggestions';
import { useSources } from './useSources';
import { useElementSize } from './useElementSize';
import { usePicking, usePreview, useSuggestions } from './useChart';
import { WorkActions } from './WorkActions';
import styles from './Workbench.module.css';

/** The workbench of a sheet: a new chart, or a saved one. */
export function Workbench({ sheetId, chart }: { sheetId: string; chart?: SavedChart }) {
  const sheet = useQuery({ queryKey: ['sheet', sheetId], queryFn: () => api.sheet(sheetId) });
  const [store] = useState(() =>
    createWorkStore(workKey(chart ? { chart: chart.id } : { sheet: sheetId }), startingWork(chart)),
  );
  useEffect(() => {
    // A saved chart that was changed elsewhere, and not here, shows as it is now.
    const { saved, spec } = store.getState();
    if (chart && (!saved || (saved.revision !== chart.revision && JSON.stringify(saved.spec) === JSON.stringify(spec))))
      store.setState(startingWork(chart));
  }, [chart, store]);
  if (sheet.error)
    return (
      <>
        <TopBar path={[{ words: 'Desk', href: '/' }]} />
        <p className={styles.notice} role="alert">
          {sheet.error.message}
        </p>
      </>
    );
  if (!sheet.data)
    return (
      <>
        <TopBar path={[{ words: 'Desk', href: '/' }]} />
        <p className={styles.notice}>Opening the sheet …</p>
      </>
    );
  return (
    <WorkProvider value={store}>
      <Bench sheet={sheet.data} />
    </WorkProvider>
  );
}

function startingWork(chart?: SavedChart): Work & { saved?: SavedChart } {
  return chart
    ? { picks: picksOf(chart.spec), spec: chart.spec, recommended: chart.spec, saved: chart }
    : { picks: [] };
}

/** The picks that a saved chart was made of. */
function picksOf(spec: ChartSpec): string[] {
  const amounts = spec.layers.flatMap((layer) =>
    'column' in layer.amount && !layer.from ? [layer.amount.column] : [],
  );
  return [
    ...new Set([
      withinPath(spec)[0]?.column ?? spec.across.column,
      ...amounts,
      ...(spec.split ? [spec.split.column] : []),
      ...(spec.panels && 'column' in spec.panels ? [spec.panels.column] : []),
    ]),
  ];
}

function Bench({ sheet }: { sheet: Sheet }) {
  const holder = useRef<HTMLDivElement>(null);
  const size = useElementSize(holder);
  const picking = usePicking(sheet, size);
  const { sources, others } = useSources(sheet);
  const preview = usePreview(sheet, others, size);
  const suggestions = useSuggestions(sheet, picking.size);
  const foretell = useForetell(sheet, others, size);
  const [jump, setJump] = useState<Jump>();
  useUndoKeys();
  const current = preview.spec && suggestions.find(({ spec }) => likeness(spec) === likeness(preview.spec));
  const { model } = preview;
  const checks = useMemo(() => {
    if (!model) return [];
    const leftOut = suggestions[0]?.model.checks.filter(
      (check) => check.id === 'left-out' && !model.checks.some((own) => own.message === check.message),
    );
    return [...model.checks, ...(leftOut ?? [])];
  }, [model, suggestions]);
  const show = useCallback((column: string) => setJump({ column, nth: Date.now() }), []);
  return (
    <ForetellingProvider value={foretell}>
      <div className={styles.bench}>
        <TopBar path={[{ words: 'Desk', href: '/' }, { words: sheet.name }]}>
          <Link href={`/sheets/${sheet.id}/reading`} className={styles.howRead}>
            How it was read
          </Link>
          <WorkActions sheet={sheet} model={preview.model} />
        </TopBar>
        <Sentence sheet={sheet} sources={sources} picking={picking} />
        <main className={styles.main}>
          {!preview.model && <h1 className="sr">A new chart of {sheet.name}</h1>}
          <SheetPicker sheet={sheet} picking={picking} jump={jump} />
          <section className={styles.chartSide} aria-label="Chart">
            <ChartPane
              holder={holder}
              size={size}
              sheet={sheet}
              sources={sources}
              preview={preview}
              busy={picking.busy}
              error={picking.error}
            />
            <Suggestions suggestions={suggestions} chosen={current} />
          </section>
        </main>
        <Checks checks={checks} sheet={sheet} onShow={show} />
      </div>
    </ForetellingProvider>
  );
}

/** What makes two charts the same form of the same things, whatever they are called and however they are scaled. */
function likeness(spec: ChartSpec | undefined): string {
  return JSON.stringify(
    spec && [
      spec.across.column,
      spec.across.as,
      spec.split && [spec.split.column, spec.split.step, spec.split.keep],
      spec.panels,
      spec.layers.map(({ amount, shape, side, stack }) => [amount, shape, side, stack]),
      spec.across.as === 'time' ? spec.across.step : 'cycle' in spec.across ? spec.across.cycle : '',
    ],
  );
}

/** The usual keys: Ctrl+Z, and Ctrl+Shift+Z or Ctrl+Y (Cmd on a Mac); a field that is being written in keeps its own. */
function useUndoKeys() {
  const { undo, redo } = useHistory();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const target = event.target as HTMLElement;
      if (target.isContentEditable || /^(INPUT|TEXTAREA)$/.test(target.tagName)) return;
      const key = event.key.toLowerCase();
      if (key === 'z' && !event.shiftKey) {
        event.preventDefault();
        undo();
      } else if (key === 'y' || (key === 'z' && event.shiftKey)) {
        event.preventDefault();
        redo();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo, redo]);
}

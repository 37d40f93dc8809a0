'use client';

import { useCallback, useEffect, useMemo, useRef, useState, type CSSProperties } from 'react';
import Link from 'next/link';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { goneChecks } from '@/core/checks';
import { goneFrom, sentence, withFormer, withinPath, type ChartSpec, type Gone, type Sources } from '@/core/spec';
import { api, type SavedChart, type Sheet } from '../api';
import { TopBar } from '../theme/TopBar';
import { CorrectingProvider } from '../cards/correcting';
import { useEvents } from '../theme/useEvents';
import { DrawingBoundary } from '../theme/DrawingBoundary';
import { useKept } from '../theme/useKept';
import { useUndoKeys } from '../theme/useUndoKeys';
import { ChartPane } from './ChartPane';
import { Checks } from './Checks';
import { Divider } from './Divider';
import { ForetellingProvider, useForetell } from './foretelling';
import { GonePane } from './GonePane';
import { Sentence } from './Sentence';
import { Starts } from './Starts';
import { SheetPicker, type Jump } from './SheetPicker';
import { Draft } from './Draft';
import { createWorkStore, useHistory, useWork, useWorkStore, WorkProvider, workKey, type Work } from './store';
import { Suggestions } from './Suggestions';
import { useCorrections } from './useCorrections';
import { useOneTab, type Tab } from './useOneTab';
import { useStarts } from './useStarts';
import { useSources, type LostSheet } from './useSources';
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
      <Bench sheet={sheet.data} kept={workKey(chart ? { chart: chart.id } : { sheet: sheetId })} />
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

function Bench({ sheet, kept }: { sheet: Sheet; kept: string }) {
  const store = useWorkStore();
  const client = useQueryClient();
  const changed = useCallback(
    () => void client.invalidateQueries({ queryKey: ['sheet', sheet.id] }),
    [client, sheet.id],
  );
  const begun = (data: unknown) => {
    if ((data as { version: string }).version !== sheet.version) changed();
  };
  useEvents(`/api/sheets/${sheet.id}/changes`, { on: { begun, changed }, onBack: changed });
  const holder = useRef<HTMLElement>(null);
  const size = useElementSize(holder);
  const picking = usePicking(sheet, size);
  const { sources, others, lost } = useSources(sheet);
  const gone = useGone(sheet, sources, lost);
  const drawn = usePreview(sheet, others, size, gone.length > 0, lost.length);
  const preview = gone.length > 0 ? { ...drawn, spec: undefined, model: undefined, error: null } : drawn;
  const suggestions = useSuggestions(sheet, picking.size);
  const starts = useStarts(sheet, picking.picks.length === 0 && preview.spec === undefined, picking.size);
  const foretell = useForetell(sheet, others, size);
  const correct = useCorrections(sheet, size);
  const { tab, takeOver } = useOneTab(store, kept);
  const [jump, setJump] = useState<Jump>();
  const [share, setShare] = useKept('up-chart:sheet-width', SHEET_WIDTH);
  const [wished, setFolded] = useKept('up-chart:sheet-folded', false);
  const [looking, setLooking] = useState(false);
  // Beside an open sheet there would be no room left for the chart: the sheet makes way while it is looked at closely.
  const [makesWay, setMakesWay] = useState(false);
  const folded = wished || (looking && makesWay);
  const look = useCallback(
    (next: boolean) => {
      setLooking(next);
      setMakesWay(next && (window.innerWidth * (100 - share)) / 100 - PANEL < LEAST_CHART);
    },
    [share],
  );
  const unfold = () => {
    setFolded(false);
    setMakesWay(false);
  };
  useEffect(() => store.setState({ columns: sources.columns }), [store, sources.columns]);
  const history = useHistory();
  useUndoKeys(history);
  const onUndo = history.canUndo ? history.undo : undefined;
  const spec = useWork((state) => state.spec);
  const saved = useWork((state) => state.saved);
  const current = preview.spec && suggestions.find((one) => likeness(one.spec) === likeness(preview.spec));
  const { model } = preview;
  const checks = useMemo(() => {
    if (spec && gone.length > 0) return goneChecks(spec, gone, sources);
    if (!model) return [];
    const leftOut = suggestions[0]?.model.checks.filter(
      (check) => check.id === 'left-out' && !model.checks.some((own) => own.message === check.message),
    );
    return [...model.checks, ...(leftOut ?? [])];
  }, [model, suggestions, gone, spec, sources]);
  const show = useCallback((column: string) => setJump({ column, nth: Date.now() }), []);
  return (
    <ForetellingProvider value={foretell}>
      <CorrectingProvider value={correct}>
        <div className={styles.bench}>
          <TopBar
            path={[
              { words: 'Desk', href: '/' },
              { words: sheet.name },
              ...(saved?.name ? [{ words: saved.name }] : []),
            ]}
          >
            <Link
              href={`/sheets/${sheet.id}/reading${saved ? `?chart=${encodeURIComponent(saved.id)}` : ''}`}
              className={styles.howRead}
            >
              How it was read
            </Link>
            <WorkActions sheet={sheet} model={preview.model} />
          </TopBar>
          {tab !== 'mine' && <OtherTab tab={tab} onTakeOver={takeOver} />}
          {tab === 'mine' && <Draft picksOf={picksOf} />}
          {gone.length > 0 && spec ? (
            <PlainSentence spec={spec} sheet={sheet} sources={sources} lost={lost} />
          ) : (
            <DrawingBoundary what="The sentence" of={[spec, model]} onUndo={onUndo}>
              <Sentence sheet={sheet} sources={sources} picking={picking} starts={starts.starts.length} model={model} />
            </DrawingBoundary>
          )}
          <main
            className={styles.main}
            data-folded={folded || undefined}
            style={{ '--sheet': `${share}fr`, '--chart': `${100 - share}fr` } as CSSProperties}
          >
            {!preview.model && gone.length === 0 && <h1 className="sr">A new chart of {sheet.name}</h1>}
            {folded ? (
              <button type="button" className={styles.unfold} onClick={unfold}>
                <span>Show the sheet ›</span>
              </button>
            ) : (
              <SheetPicker sheet={sheet} picking={picking} jump={jump} onFold={() => setFolded(true)} />
            )}
            {!folded && (
              <Divider
                label="Width of the sheet"
                value={share}
                least={14}
                most={80}
                onChange={setShare}
                onReset={() => setShare(SHEET_WIDTH)}
              />
            )}
            <section className={styles.chartSide} aria-label="Chart">
              <DrawingBoundary what="The chart" of={[spec, model]} onUndo={onUndo}>
                <ChartPane
                  holder={holder}
                  size={size}
                  sources={sources}
                  preview={preview}
                  busy={picking.busy}
                  error={picking.error}
                  starts={<Starts sheet={sheet} starts={starts} />}
                  looking={looking}
                  onLooking={look}
                  lacks={
                    gone.length > 0 &&
                    spec && <GonePane spec={spec} gone={gone} lost={lost} sheet={sheet} sources={sources} />
                  }
                />
              </DrawingBoundary>
              {gone.length === 0 && !(folded && looking) && <Suggestions suggestions={suggestions} chosen={current} />}
            </section>
          </main>
          <Checks checks={checks} sheet={sheet} onShow={show} />
        </div>
      </CorrectingProvider>
    </ForetellingProvider>
  );
}

/** How wide the closer look is, and what the chart needs beside it, in pixels. */
const PANEL = 276;
const LEAST_CHART = 640;

/** The sheet has so much of the width at first, in percent. */
const SHEET_WIDTH = 38.5;

/** What the chart names and its sheets lack. A sheet that is still on its way is not gone. */
function useGone(sheet: Sheet, sources: Sources, lost: readonly LostSheet[]): readonly Gone[] {
  const spec = useWork((state) => state.spec);
  return useMemo(() => {
    if (!spec) return NOTHING;
    const former = new Map([[sheet.id, sheet.former], ...lost.map(({ id, columns }) => [id, columns] as const)]);
    const found = goneFrom(spec, sources, former).filter(
      (one) => one.is === 'column' || lost.some(({ id }) => id === one.sheet),
    );
    return found.length > 0 ? found : NOTHING;
  }, [spec, sheet.id, sheet.former, sources, lost]);
}
const NOTHING: readonly Gone[] = [];

/** The sentence of a chart that cannot be drawn: said with the names that are remembered, and nothing in it to be changed. */
function PlainSentence({
  spec,
  sheet,
  sources,
  lost,
}: {
  spec: ChartSpec;
  sheet: Sheet;
  sources: Sources;
  lost: readonly LostSheet[];
}) {
  const words = useMemo(() => {
    try {
      return sentence(spec, {
        ...sources,
        columns: withFormer(sources.columns, sheet.former),
        others: new Map([
          ...(sources.others ?? []),
          ...lost.map(({ id, columns }) => [id, withFormer(new Map(), columns)] as const),
        ]),
        names: new Map([
          ...(sources.names ?? []),
          ...lost.flatMap(({ id, name }) => (name ? [[id, name] as const] : [])),
        ]),
      });
    } catch (error) {
      if (error instanceof RangeError) return 'This chart names columns that are not there any more';
      throw error;
    }
  }, [spec, sheet.former, sources, lost]);
  return (
    <section className={styles.plain} aria-label="The chart in a sentence">
      <p>{words}</p>
    </section>
  );
}

function OtherTab({ tab, onTakeOver }: { tab: Exclude<Tab, 'mine'>; onTakeOver: () => void }) {
  return (
    <p className={styles.otherTab} role="status">
      {tab === 'elsewhere'
        ? 'This chart is open in another tab too. What you change here does not change it there, and is not kept.'
        : 'Another tab went on with this chart. What you change here is not kept.'}
      <button type="button" className="action" onClick={onTakeOver}>
        Go on here
      </button>
    </p>
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

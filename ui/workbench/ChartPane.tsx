'use client';

import { useCallback, useMemo, useRef, useState, type ReactNode, type RefObject } from 'react';
import { Button, Spin } from 'antd';
import type { ChartSpec, PlacedPoint, Sources } from '@/core/spec';
import { inSight, scrollOf, type ChartModel, type Whole } from '@/core/layout';
import { CardPopover } from '../cards/CardPopover';
import type { ChartPart } from '../chart/part';
import { WholeWords } from '../chart/WholeWords';
import { DifferencesDialog, type Differing } from './looking/DifferencesDialog';
import { LookPanel } from './looking/LookPanel';
import { RemarkCard } from './looking/RemarkCard';
import { Strip } from './looking/Strip';
import { useFullScreen } from '../theme/useFullScreen';
import { useRemarkLight } from './looking/useRemarkLight';
import { useStretch } from './looking/useStretch';
import styles from './ChartPane.module.css';
import { ChartCanvas, type Pointed } from './ChartCanvas';
import { ChartCaption } from './ChartCaption';
import { PartsMenu } from './PartsMenu';
import { RowsBehind } from './point/RowsBehind';
import type { Size, usePreview } from './useChart';

interface Props {
  holder: RefObject<HTMLElement | null>;
  size: Size;
  sources: Sources;
  preview: ReturnType<typeof usePreview>;
  busy: boolean;
  error?: string;
  /** What stands in the place of a chart that cannot be drawn. */
  lacks?: ReactNode;
  /** What stands there while nothing is picked. */
  starts: ReactNode;
  /** Whether the closer look stands beside the chart, and what opens and closes it. */
  looking: boolean;
  onLooking: (looking: boolean) => void;
}

/** The chart with its title; every part of it is its own control. */
export function ChartPane({ holder, size, sources, preview, busy, error, lacks, starts, looking, onLooking }: Props) {
  const { model, drawnFor } = preview;
  const spec = preview.spec && drawnFor && runsAlike(preview.spec, drawnFor) ? preview.spec : drawnFor;
  const [openPart, setOpenPart] = useState<ChartPart>();
  const [pointed, setPointed] = useState<Pointed>();
  const [rowsOf, setRowsOf] = useState<PlacedPoint>();
  const [differing, setDiffering] = useState<Differing>();
  const [remark, setRemark] = useState<{ place: number; series?: string }>();
  const stretch = useStretch(model, drawnFor, sources);
  const scrolled = useScrolled(stretch ? undefined : model);
  const seen = stretch?.seen ?? scrolled.seen;
  const from = stretch ? stretch.now.from : scrolled.from;
  const light = useRemarkLight(model, stretch);
  const { full, toggle: toggleFull } = useFullScreen();
  // A click on the ground while a card is open closes it, and opens no other.
  const busyWith = useRef(false);
  const onPart = useCallback((part: ChartPart) => {
    if ((part.is === 'look' || part.is === 'grid') && busyWith.current) return;
    setOpenPart(part);
  }, []);
  const trouble = error ?? preview.error?.message;
  return (
    <div className={styles.whole} data-full={full || undefined}>
      <div className={styles.pane}>
        {model && (
          <div className={styles.tools} data-no-export>
            {!full && (
              <Button
                size="small"
                aria-pressed={looking}
                type={looking ? 'primary' : 'default'}
                onClick={() => onLooking(!looking)}
              >
                Look closer
              </Button>
            )}
            <Button size="small" onClick={toggleFull} title={full ? 'Back (Esc)' : 'The chart alone, for showing'}>
              {full ? 'Back' : 'Show large'}
            </Button>
            <PartsMenu
              model={model}
              onOpen={setOpenPart}
              onPoint={() =>
                setPointed({ x: model.size.plot.left + model.size.plot.width / 2, y: model.size.plot.top })
              }
            />
          </div>
        )}
        <figure
          ref={holder}
          className={styles.figure}
          data-export="chart"
          onPointerDownCapture={() => (busyWith.current = openPart !== undefined || pointed !== undefined)}
          onClick={({ target }) => model && (target as Element).matches('[data-ground]') && onPart({ is: 'look' })}
          data-ground
          aria-label={model ? `${model.title}. ${model.sentence}` : 'Chart'}
        >
          {model?.whole && seen && spec && size.width > 0 && (
            <div className={styles.scaled} data-ground style={scaledBy(model.whole)}>
              <WholeWords model={model} />
              <div className={styles.holder} style={model.whole.plot}>
                <ChartCanvas
                  model={model}
                  seen={seen}
                  spec={spec}
                  sources={sources}
                  from={from}
                  onFrom={scrolled.setFrom}
                  open={openPart}
                  onOpen={setOpenPart}
                  onPart={onPart}
                  pointed={pointed}
                  onPointed={setPointed}
                  onRows={setRowsOf}
                  onDiffer={setDiffering}
                  onRemark={(place, series) => setRemark({ place, ...(series === undefined ? {} : { series }) })}
                  stretch={stretch}
                  light={light}
                />
              </div>
              <ChartCaption model={model} whole={model.whole} spec={spec} onOpen={setOpenPart} />
            </div>
          )}
        </figure>
        {model && spec && stretch && (looking || !stretch.all || model.across.values.length > MANY_PLACES) && (
          <Strip model={model} spec={spec} stretch={stretch} width={size.width} />
        )}
        {lacks}
        {!preview.spec && !busy && !trouble && !lacks && starts}
        {rowsOf && model && spec && (
          <RowsBehind
            key={JSON.stringify(rowsOf)}
            point={rowsOf}
            model={model}
            spec={spec}
            sources={sources}
            onClose={() => setRowsOf(undefined)}
          />
        )}
        {differing && model && spec && (
          <DifferencesDialog
            asked={differing}
            model={model}
            spec={spec}
            sources={sources}
            onClose={() => setDiffering(undefined)}
          />
        )}
        {remark && model && (
          <CardPopover
            open
            onOpenChange={(next) => !next && setRemark(undefined)}
            placement="left"
            content={<RemarkCard model={model} {...remark} onDone={() => setRemark(undefined)} />}
          >
            <span className={styles.middlePoint} data-no-export />
          </CardPopover>
        )}
        {(busy || preview.fetching) && (
          <div className={styles.busy} role="status">
            <Spin size="small" />
            <span>Drawing …</span>
            {preview.fetching && model && (
              <button type="button" className="action" onClick={preview.cancel}>
                Cancel
              </button>
            )}
          </div>
        )}
        {trouble && (
          <p className={styles.error} role="alert">
            {trouble}
          </p>
        )}
      </div>
      {looking && !full && model && spec && (
        <LookPanel model={model} spec={spec} sources={sources} light={light} onClose={() => onLooking(false)} />
      )}
    </div>
  );
}

/**
 * Whether places of the same kind run across two charts: until then a drawing is told of by the chart that it was made of. What
 * is done where there are no rows, or how the calendar is written, changes no place: its control shows it at once.
 */
const runsAlike = ({ across: a }: ChartSpec, { across: b }: ChartSpec): boolean =>
  a.as === b.as && a.column === b.column && stepOf(a) === stepOf(b);

const stepOf = (across: ChartSpec['across']) =>
  across.as === 'time' ? across.step : across.as === 'cycle' ? across.cycle : undefined;

/** Of more places than these the whole run in small is shown without being asked for. */
const MANY_PLACES = 60;

/** The places that are in sight of a chart that is scrolled; another chart begins at its own first end. */
function useScrolled(model: ChartModel | undefined) {
  const count = model?.across.values.length ?? 0;
  const scroll = model && scrollOf(model);
  const first = scroll?.first === 'end' ? count - scroll.shown : 0;
  const chart = `${model?.across.title} ${count} ${first}`;
  const [scrolled, setScrolled] = useState({ chart: '', from: 0 });
  const from = !scroll ? 0 : scrolled.chart === chart ? scrolled.from : first;
  const seen = useMemo(() => model && inSight(model, from), [model, from]);
  const setFrom = useCallback((next: number) => setScrolled({ chart, from: next }), [chart]);
  return { seen, from, setFrom };
}

/** Larger letters: the whole chart is laid out for less room and shown larger. */
const scaledBy = ({ width, height, letters }: Whole) => ({
  width: width / letters,
  height: height / letters,
  transform: letters === 1 ? undefined : `scale(${letters})`,
});

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { isLying, scrollOf, type ChartModel } from '@/core/layout';
import type { ChartSpec, PlacedPoint, Sources } from '@/core/spec';
import { CardPopover } from '../cards/CardPopover';
import { ChartDrawing } from '../chart/ChartDrawing';
import { MovingDrawing } from '../chart/MovingDrawing';
import type { ChartPart } from '../chart/part';
import { wordsRoom } from '../chart/PlotWords';
import { WordsAtPlot } from '../chart/WholeDrawing';
import styles from './ChartPane.module.css';
import { ChartParts } from './ChartParts';
import type { RemarkLight } from '../chart/drawing';
import type { Differing } from './looking/DifferencesDialog';
import { useDraggedStretch } from './looking/useDraggedStretch';
import { useStretchGestures } from './looking/useStretchGestures';
import type { StretchInSight } from './looking/useStretch';
import { PlaceScroll } from './PlaceScroll';
import { DotCard } from './point/DotCard';
import { PointCard } from './point/PointCard';

/** A place, or a dot, that was clicked, and where. */
export interface Pointed {
  place?: number;
  series?: string;
  x: number;
  y: number;
}

interface Props {
  model: ChartModel;
  /** The part of it that is in sight, from the place `from` on. */
  seen: ChartModel;
  spec: ChartSpec;
  sources: Sources;
  from: number;
  onFrom: (from: number) => void;
  open: ChartPart | undefined;
  onOpen: (part: ChartPart | undefined) => void;
  /** A part was clicked on the drawing itself. */
  onPart: (part: ChartPart) => void;
  pointed: Pointed | undefined;
  onPointed: (pointed: Pointed | undefined) => void;
  onRows: (point: PlacedPoint) => void;
  onDiffer: (differing: Differing) => void;
  onRemark: (place: number, series: string | undefined) => void;
  /** Wheel and pinch over it move the stretch in sight. */
  stretch: StretchInSight | undefined;
  light: RemarkLight;
}

/** Of more values than these a changed chart is shown first, and can be read and clicked a moment later. */
const HEAVY = 3_000;
const REST_MS = 160;

/** Whether a chart has been there long enough for all of it to be drawn; light ones are at once. */
function useRested(model: ChartModel, heavy: boolean): boolean {
  const [rested, setRested] = useState(model);
  useEffect(() => {
    if (!heavy) return undefined;
    const timer = setTimeout(() => setRested(model), REST_MS);
    return () => clearTimeout(timer);
  }, [model, heavy]);
  return !heavy || rested === model;
}

/** The parts over the drawing stand where the stretch in sight has them; their cards know the whole chart. */
const overModel = (model: ChartModel, seen: ChartModel): ChartModel =>
  seen === model ? model : { ...model, size: seen.size, scales: seen.scales, series: withEnds(model, seen) };

function withEnds(model: ChartModel, seen: ChartModel): ChartModel['series'] {
  const ends = new Map(seen.series.map(({ id, endLabel }) => [id, endLabel]));
  return model.series.map((series) => {
    const { endLabel, ...rest } = series;
    void endLabel;
    const end = ends.get(series.id);
    return end ? { ...rest, endLabel: end } : rest;
  });
}

/** The drawing with what lies over it: the areas that open cards, titles of axes, the bar that scrolls, the card of a point. */
export function ChartCanvas(props: Props) {
  const {
    model,
    seen,
    spec,
    sources,
    from,
    onFrom,
    open,
    onOpen,
    onPart,
    pointed,
    onPointed,
    onRows,
    onDiffer,
    onRemark,
    stretch,
    light,
  } = props;
  const canvas = useRef<HTMLDivElement>(null);
  const { width, height } = model.size;
  const { plot } = seen.size;
  const [firstSeen, lastSeen] = [stretch?.now.from ?? 0, stretch?.now.to ?? 0];
  const placeAt = useCallback(
    (share: number) => {
      const along = Math.min(Math.max((share * width - plot.left) / plot.width, 0), 1);
      return firstSeen + along * (lastSeen - firstSeen);
    },
    [width, plot.left, plot.width, firstSeen, lastSeen],
  );
  useStretchGestures(canvas, placeAt, stretch);
  const drag = useDraggedStretch(seen, placeAt, isLying(seen) ? undefined : stretch);
  const onPoint = useCallback(
    (place: number, at: { x: number; y: number }, series?: string) => onPointed({ place: from + place, series, ...at }),
    [from, onPointed],
  );
  const onDot = useCallback(
    (dot: number, at: { x: number; y: number }) => onPointed({ place: dot, ...at }),
    [onPointed],
  );
  const done = () => onPointed(undefined);
  const rested = useRested(seen, seen.across.values.length * seen.series.length > HEAVY);
  const moving = (stretch?.moving ?? false) || !rested;
  const whole = useMemo(() => overModel(model, seen), [model, seen]);
  // What lies over the drawing follows when the stretch has come to rest.
  const [over, setOver] = useState(whole);
  if (!moving && over !== whole) setOver(whole);
  const room = wordsRoom(over);
  return (
    <div
      ref={canvas}
      className={styles.canvas}
      data-ground
      data-pointed={pointed && ''}
      style={{ width, height, touchAction: stretch ? 'pan-y' : undefined }}
      // The first of two clicks opens a card under the pointer, so that no double click would be told.
      {...drag.handlers}
      onClickCapture={(event) => {
        if (drag.handlers.onClickCapture(event)) return;
        if (event.detail !== 2 || !stretch || stretch.all) return;
        event.stopPropagation();
        onPointed(undefined);
        stretch.keep(undefined);
      }}
    >
      {moving && seen.drawing.is === 'plot' && !seen.drawing.lying ? (
        <MovingDrawing model={seen} width={width} height={height} />
      ) : (
        <ChartDrawing
          model={seen}
          width={width}
          height={height}
          onPart={onPart}
          remarks={light}
          {...(model.points ? { onDot } : { onPoint })}
        />
      )}
      {drag.band && (
        <span className={styles.dragged} style={{ ...drag.band, top: plot.top, height: plot.height }} data-no-export />
      )}
      <WordsAtPlot model={over} />
      <div
        className={styles.over}
        style={{ top: room.top, width: room.model.size.width, height: room.model.size.height }}
      >
        <ChartParts model={room.model} spec={spec} sources={sources} open={open} onOpen={onOpen} />
      </div>
      {scrollOf(seen) && <PlaceScroll model={model} from={from} onFrom={onFrom} over={canvas} />}
      {pointed && (
        <CardPopover
          open
          key={`${pointed.place} ${pointed.x} ${pointed.y}`}
          onOpenChange={(next) => !next && done()}
          placement="right"
          content={
            model.points ? (
              <DotCard model={model} dot={pointed.place} onRows={onRows} onDone={done} />
            ) : (
              <PointCard
                model={model}
                spec={spec}
                sources={sources}
                place={pointed.place}
                series={pointed.series}
                onLook={onOpen}
                onRows={onRows}
                onDiffer={onDiffer}
                onRemark={onRemark}
                onDone={done}
              />
            )
          }
        >
          <span className={styles.pointed} style={{ left: pointed.x, top: pointed.y }} data-no-export />
        </CardPopover>
      )}
    </div>
  );
}

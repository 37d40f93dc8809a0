import {
  inksOn,
  LEGEND_FACE,
  MARK_ROOM,
  NOTES_FACE,
  NOTES_LINE,
  RING,
  RUN_WIDTH,
  faceWidth,
  type Block,
  type ChartModel,
  type Inks,
  type LegendEntry,
  type Placed,
  type RemarkNote,
  type Whole,
} from '@/core/layout';
import { baseline, faceStyle } from './letters';
import { MarkShape } from './symbols';

/** The words around a drawing: title, subtitle, legend, remarks and note, each where the layout has it. */
export function WholeWords({ model }: { model: ChartModel }) {
  const { whole } = model;
  if (!whole) return null;
  const [width, height] = [whole.width / whole.letters, whole.height / whole.letters];
  const inks = inksOn(whole.ground);
  return (
    <svg width={width} height={height} aria-hidden data-words="whole" style={{ display: 'block' }}>
      <rect width={width} height={height} fill={whole.ground} data-ground />
      {whole.title && <Lines block={whole.title} is="title" />}
      {whole.subtitle && <Lines block={whole.subtitle} is="subtitle" />}
      {whole.legend.map((entry, i) => (
        <Entry key={i} entry={entry} inks={inks} />
      ))}
      {whole.remarks.map((remark, i) => (
        <Remark key={i} remark={remark} whole={whole} />
      ))}
      {whole.note && <Lines block={whole.note} is="note" />}
      {whole.frame && (
        <rect x={0.5} y={0.5} width={width - 1} height={height - 1} fill="none" stroke={inks.rule} data-mark="frame" />
      )}
    </svg>
  );
}

function Lines({ block, is }: { block: Block; is: string }) {
  const { lines, left, top, width, lineHeight, align, face } = block;
  const x = align === 'start' ? left : align === 'middle' ? left + width / 2 : left + width;
  return lines.map((line, i) => (
    <text
      key={i}
      x={x}
      y={top + i * lineHeight + baseline(lineHeight, face)}
      textAnchor={align}
      {...faceStyle(face)}
      data-words={is}
    >
      {line}
    </text>
  ));
}

/** The middle of a row of the legend, and where words stand in it. */
const MIDDLE = 12;

function Entry({ entry, inks: { ink, ink2 } }: { entry: Placed<LegendEntry>; inks: Inks }) {
  const { left, top } = entry;
  const y = top + MIDDLE;
  const words = (x: number, text: string, fill = ink) => (
    <text x={x} y={y} dy="0.35em" {...faceStyle(LEGEND_FACE)} fill={fill}>
      {text}
    </text>
  );
  const width = (text: string) => faceWidth(text, LEGEND_FACE);
  switch (entry.is) {
    case 'words':
      return words(left, entry.name, ink2);
    case 'chip':
      return (
        <g>
          <rect x={left} y={y - 5.5} width={11} height={11} rx={2} fill={entry.color} />
          {words(left + 17, entry.name, ink2)}
        </g>
      );
    case 'run': {
      const from = left + width(entry.name) + 6 + width(entry.low) + 6;
      const step = RUN_WIDTH / entry.colors.length;
      return (
        <g>
          {words(left, entry.name, ink2)}
          {words(from - 6 - width(entry.low), entry.low, ink2)}
          {entry.colors.map((color, i) => (
            <rect key={i} x={from + i * step} y={y - 5} width={step + 0.5} height={10} fill={color} />
          ))}
          {words(from + RUN_WIDTH + 6, entry.high, ink2)}
        </g>
      );
    }
    default:
      return (
        <g>
          <g transform={`translate(${left + 9},${y})`}>
            <MarkShape {...entry.mark} name={entry.mark.symbol} />
          </g>
          {words(left + MARK_ROOM, entry.name)}
          {entry.second && words(left + MARK_ROOM + width(entry.name) + 6, entry.second, ink2)}
        </g>
      );
  }
}

const BOLD = { ...NOTES_FACE, bold: true };

function Remark({ remark, whole }: { remark: RemarkNote; whole: Whole }) {
  const { number, place, strong, lines, left, top } = remark;
  const { ink, ink2 } = inksOn(whole.ground);
  const from = left + (number === undefined ? 0 : RING);
  const head = [place, strong].filter(Boolean).join('  ');
  const y = top + baseline(NOTES_LINE, NOTES_FACE);
  return (
    <g data-words="remark">
      {number !== undefined && (
        <g transform={`translate(${left + 8},${top + NOTES_LINE / 2})`}>
          <circle r={7.5} fill={whole.ground} stroke={ink} strokeWidth={1} />
          <text dy="0.35em" textAnchor="middle" fontSize={10} fontWeight={600} fill={ink}>
            {number}
          </text>
        </g>
      )}
      {head !== '' && (
        <text x={from} y={y} {...faceStyle(BOLD)} fill={ink}>
          {head}
        </text>
      )}
      {lines.map((line, i) => (
        <text
          key={i}
          x={i === 0 && head !== '' ? from + faceWidth(head, BOLD) + 8 : from}
          y={y + i * NOTES_LINE}
          {...faceStyle(NOTES_FACE)}
          fill={number === undefined ? ink2 : ink}
        >
          {line}
        </text>
      ))}
    </g>
  );
}

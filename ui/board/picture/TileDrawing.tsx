import { textBlocks, type Box } from '@/core/boards';
import { INK, INK_2, wrapText, type Block, type ChartModel, type Face } from '@/core/layout';
import { baseline, faceStyle } from '../../chart/letters';
import { Piece } from '../../chart/Piece';
import { WholeDrawing } from '../../chart/WholeDrawing';

const TROUBLE: Face = { face: 'sans', size: 13, bold: false, italic: false, color: '#8a2f10' };
const NAME: Face = { face: 'serif', size: 16, bold: true, italic: false, color: INK };
const SURFACE = '#fffdf8';

export interface TileParts {
  /** What its chart is called. */
  readonly title?: string;
  readonly model?: ChartModel;
  readonly text?: string;
  readonly error?: string;
  /** Why it is not shown now. */
  readonly hidden?: string;
}

interface Props extends TileParts {
  readonly box: Pick<Box, 'width' | 'height'>;
}

/** What stands in a tile: a chart, a text, or why there is none. */
export function TileDrawing({ title, model, text, error, hidden, box }: Props) {
  if (model && !error) return <WholeDrawing model={model} />;
  const { width, height } = box;
  const words = error ?? hidden;
  const face = error === undefined ? { ...TROUBLE, color: INK_2, italic: true } : TROUBLE;
  const blocks: Block[] =
    words === undefined
      ? textBlocks(text ?? '', box)
      : [
          ...(title ? [nameBlock(title, width)] : []),
          {
            lines: wrapText(words, width - 32, face, Math.max(Math.floor((height - 20) / 18) - (title ? 1 : 0), 1)),
            left: 16,
            top: title ? 34 : 12,
            width: width - 32,
            lineHeight: 18,
            align: 'start',
            face,
          },
        ];
  return (
    <svg width={width} height={height} style={{ display: 'block' }}>
      <rect width={width} height={height} fill={error === undefined ? SURFACE : '#fbe3d6'} />
      {blocks.map((block, b) =>
        block.lines.map((line, i) => (
          <text
            key={`${b} ${i}`}
            x={block.left}
            y={block.top + i * block.lineHeight + baseline(block.lineHeight, block.face)}
            {...faceStyle(block.face)}
          >
            {line}
          </text>
        )),
      )}
    </svg>
  );
}

/** What a chart is called that is not there. */
const nameBlock = (title: string, width: number): Block => ({
  lines: wrapText(title, width - 32, NAME, 1),
  left: 16,
  top: 8,
  width: width - 32,
  lineHeight: 22,
  align: 'start',
  face: NAME,
});

/** The line around a tile. */
export function TileFrame({ width, height }: Pick<Box, 'width' | 'height'>) {
  return (
    <Piece left={0} top={0} through>
      <svg width={width} height={height} aria-hidden style={{ display: 'block', pointerEvents: 'none' }}>
        <rect x={0.5} y={0.5} width={width - 1} height={height - 1} fill="none" stroke="#ddd5c7" />
      </svg>
    </Piece>
  );
}

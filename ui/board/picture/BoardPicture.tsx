import { BOARD_EDGE, BOARD_HEAD, type Box } from '@/core/boards';
import { cutText, INK, INK_2, type Face } from '@/core/layout';
import { faceStyle } from '../../chart/letters';
import { Piece } from '../../chart/Piece';
import { TileDrawing, TileFrame, type TileParts } from './TileDrawing';

/** A board as one picture: its name, what it is held to, and its tiles at their places. */
export interface BoardScene {
  readonly name: string;
  /** Its filters, and as of when it is. */
  readonly second: string;
  readonly width: number;
  readonly height: number;
  readonly tiles: readonly (TileParts & { readonly id: string; readonly box: Box })[];
}

const NAME: Face = { face: 'serif', size: 24, bold: true, italic: false, color: INK };
const SECOND: Face = { face: 'sans', size: 13, bold: false, italic: false, color: INK_2 };

export function BoardPicture({ name, second, width, height, tiles }: BoardScene) {
  const room = width - 2 * BOARD_EDGE;
  return (
    <div style={{ position: 'relative', width, height }}>
      <Piece left={0} top={0}>
        <svg width={width} height={height}>
          <rect width={width} height={height} fill="#f6f2ea" />
          <text x={BOARD_EDGE} y={38} {...faceStyle(NAME)}>
            {cutText(name, room, NAME)}
          </text>
          <text x={BOARD_EDGE} y={58} {...faceStyle(SECOND)}>
            {cutText(second, room, SECOND)}
          </text>
        </svg>
      </Piece>
      {tiles.map(({ id, box, ...parts }) => (
        <Piece key={id} left={BOARD_EDGE + box.left} top={BOARD_HEAD + box.top}>
          <TileDrawing {...parts} box={box} />
          <TileFrame {...box} />
        </Piece>
      ))}
    </div>
  );
}

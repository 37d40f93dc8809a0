import type { Shape } from './chart-spec';

/** All that is known of a shape of layers; scales, stacks, checks, menus and words read it here. */
export interface ShapeKind {
  /** It fills the way from the ground to its value, so its length is read: scales of it begin at zero. */
  readonly solid: boolean;
  /** Series of one layer can stand on each other. */
  readonly stacks: boolean;
  /** Its places are as wide as bands; points otherwise. */
  readonly banded: boolean;
  /** It is drawn on scales. */
  readonly scaled: boolean;
  /** It can be offered for any layer. */
  readonly offered: boolean;
  readonly one: string;
  readonly many: string;
}

const MARK = { solid: false, stacks: false, banded: true, scaled: true, offered: true } as const;

export const SHAPE_KINDS: Readonly<Record<Shape, ShapeKind>> = {
  line: { ...MARK, banded: false, one: 'line', many: 'a line' },
  column: { ...MARK, solid: true, stacks: true, one: 'column', many: 'columns' },
  bar: { ...MARK, solid: true, stacks: true, one: 'bar', many: 'bars lying down' },
  area: { ...MARK, solid: true, stacks: true, banded: false, one: 'area', many: 'an area' },
  dot: { ...MARK, one: 'dot', many: 'dots' },
  target: { ...MARK, one: 'target mark', many: 'target marks' },
  pie: { ...MARK, solid: true, scaled: false, one: 'slice', many: 'a pie' },
  figure: { ...MARK, scaled: false, offered: false, one: 'figure', many: 'a single figure' },
  /** Not drawn, only read across. */
  read: { ...MARK, scaled: false, offered: false, one: 'only to read', many: 'only to read' },
};

export const SHAPES = Object.keys(SHAPE_KINDS) as readonly Shape[];

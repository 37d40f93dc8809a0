import type { DrawingProps } from './drawing';

/** A single figure, as large as its room allows. */
export function FigureDrawing({ model, small = false, width, height }: DrawingProps) {
  const [series] = model.series;
  const words = series?.labels[0] ?? '';
  const size = Math.min(height * 0.4, (width * 1.5) / Math.max(words.length, 4), small ? 34 : 96);
  return (
    <div style={{ width, height, display: 'grid', placeItems: 'center' }}>
      <span style={{ fontSize: size, fontWeight: 600, fontVariantNumeric: 'tabular-nums', color: '#24302c' }}>
        {words}
      </span>
    </div>
  );
}

import { eachDrawing, isLying, type ChartModel } from '@/core/layout';
import { ChartDrawing } from '../chart/ChartDrawing';
import styles from './Starts.module.css';

/** More names than these do not stand beside small marks. */
const MOST_NAMES = { under: 12, beside: 9 };
const NAMES_UNDER = 18;
const NAMES_BESIDE = 0.32;

/** A start in small: its marks, and the names of groups where there is room for them. */
export function StartPicture({ model, width, height }: { model: ChartModel; width: number; height: number }) {
  const { values, labels, kind } = model.across;
  if (eachDrawing(model).is === 'figure') return <ChartDrawing model={model} width={width} height={height} />;
  const named = (kind === 'group' || kind === 'cycle') && !model.panels && !model.points;
  const lying = isLying(model);
  if (named && lying && values.length <= MOST_NAMES.beside) {
    const beside = Math.round(width * NAMES_BESIDE);
    return (
      <span className={styles.beside} style={{ gridTemplateColumns: `${beside}px 1fr`, height }}>
        <span className={styles.namesBeside}>
          {labels.map((label, i) => (
            <span key={i}>{label}</span>
          ))}
        </span>
        <ChartDrawing model={model} small width={width - beside} height={height} />
      </span>
    );
  }
  if (named && !lying && values.length <= MOST_NAMES.under)
    return (
      <>
        <ChartDrawing model={model} small width={width} height={height - NAMES_UNDER} />
        <span className={styles.namesUnder}>
          {labels.map((label, i) => (
            <span key={i}>{kind === 'cycle' ? label.slice(0, 3) : label}</span>
          ))}
        </span>
      </>
    );
  return <ChartDrawing model={model} small width={width} height={height} />;
}

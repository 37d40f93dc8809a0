import { groupWords, slicesIn, type ChartModel } from '@/core/layout';
import { setColor, setStyle, type Layer } from '@/core/spec';
import { Field } from '../../cards/Card';
import styles from '../../cards/cards.module.css';
import { ColorField } from '../../cards/ColorField';
import { useWork } from '../store';
import { KeepColors } from './KeepColors';

/** One colour for a layer; for each of its groups, or of its slices, where there are several. */
export function LayerColors({ layer, model, sheet }: { layer: Layer; model: ChartModel; sheet: string }) {
  const edit = useWork((state) => state.edit);
  const own = model.series.filter((series) => series.layer === layer.id);
  const slices = slicesIn(model);
  const groups =
    slices.length > 0
      ? slices.map(({ at, name, color }) => ({ words: String(model.across.values[at]), name, color }))
      : own.flatMap(({ split, name, color }) =>
          split === undefined ? [] : [{ words: groupWords(split), name, color }],
        );
  if (groups.length > 1)
    return (
      <Field label="Colours">
        <ul className={styles.colors} aria-label="Colours" tabIndex={0}>
          {groups.map(({ words, name, color }) => (
            <li key={words}>
              <ColorField
                label={`Colour of ${name}`}
                value={color}
                bare
                onChange={(chosen) => edit((now) => setColor(now, words, chosen))}
              />
              <span>{name}</span>
            </li>
          ))}
        </ul>
        <KeepColors sheet={sheet} colors={Object.fromEntries(groups.map(({ words, color }) => [words, color]))} />
      </Field>
    );
  if (own.length !== 1) return null;
  return (
    <Field label="Colour">
      <ColorField
        label="Colour"
        value={layer.style?.color ?? own[0].color}
        onChange={(color) => edit((now) => setStyle(now, layer.id, { color }))}
      />
    </Field>
  );
}

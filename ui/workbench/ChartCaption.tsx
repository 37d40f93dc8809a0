import type { ChartModel } from '@/core/layout';
import type { ChartSpec } from '@/core/spec';
import { lettersStyle } from '../chart/letters';
import type { ChartPart } from '../chart/part';
import styles from './ChartPane.module.css';
import { InPlaceText } from './InPlaceText';
import { Legend } from './Legend';
import { useWork } from './store';

interface Props {
  model: ChartModel | undefined;
  spec: ChartSpec | undefined;
  /** The legend stands beside the drawing, not above it. */
  aside: boolean;
  onOpen: (part: ChartPart) => void;
}

/** What stands above the drawing: title and subtitle, rewritten in place, and the legend. */
export function ChartCaption({ model, spec, aside, onOpen }: Props) {
  const edit = useWork((state) => state.edit);
  const write = (name: 'title' | 'subtitle') => (text: string | undefined) =>
    edit((now) => ({ ...now, text: { ...now.text, [name]: text } }));
  return (
    <figcaption
      className={styles.caption}
      data-ground
      data-align={spec?.look?.title}
      data-several={((model?.series.length ?? 0) > 1 && !aside) || undefined}
    >
      {model && spec && (
        <>
          <div className={styles.titleRow} data-ground>
            <h1 className={styles.heading} data-ground>
              <InPlaceText
                className={styles.title}
                style={lettersStyle(spec.look?.titleLetters)}
                text={model.title}
                what="Title"
                written={spec.text.title !== undefined}
                onChange={write('title')}
              />
            </h1>
          </div>
          <div className={styles.second} data-ground>
            <div className={styles.subtitle} data-ground>
              <InPlaceText
                text={model.subtitle ?? ''}
                what="Subtitle"
                written={spec.text.subtitle !== undefined}
                onChange={write('subtitle')}
                placeholder="Add a subtitle"
              />
            </div>
            {!aside && model.naming !== 'legend' && <Legend model={model} spec={spec} onOpen={onOpen} />}
          </div>
          {!aside && model.naming === 'legend' && <Legend model={model} spec={spec} onOpen={onOpen} />}
        </>
      )}
    </figcaption>
  );
}

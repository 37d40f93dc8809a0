import type { CSSProperties } from 'react';
import type { Block, ChartModel, Whole } from '@/core/layout';
import type { ChartSpec, ChartText } from '@/core/spec';
import { faceCss } from '../chart/letters';
import type { ChartPart } from '../chart/part';
import styles from './ChartPane.module.css';
import { InPlaceText } from './InPlaceText';
import { Legend } from './Legend';
import { useWork } from './store';

interface Props {
  model: ChartModel;
  whole: Whole;
  spec: ChartSpec;
  onOpen: (part: ChartPart) => void;
}

/** What lies over the words of the chart: title, subtitle and note are rewritten where they are drawn, the legend opens cards. */
export function ChartCaption({ model, whole, spec, onOpen }: Props) {
  const edit = useWork((state) => state.edit);
  const write = (name: keyof ChartText & ('title' | 'subtitle' | 'note')) => (text: string | undefined) =>
    edit((now) => ({ ...now, text: { ...now.text, [name]: text } }));
  const { title, subtitle, note } = whole;
  return (
    <figcaption className={styles.caption}>
      <h1 className={styles.heading} style={boxOf(title ?? { ...EMPTY_TITLE, width: model.size.width })}>
        <InPlaceText
          className={styles.ghost}
          style={title && wordsOf(title)}
          text={model.title}
          what="Title"
          written={spec.text.title !== undefined}
          onChange={write('title')}
        />
      </h1>
      {subtitle && (
        <div className={styles.second} style={boxOf(subtitle)}>
          <InPlaceText
            className={styles.ghost}
            style={wordsOf(subtitle)}
            text={model.subtitle ?? ''}
            what="Subtitle"
            written={spec.text.subtitle !== undefined}
            onChange={write('subtitle')}
            placeholder="Add a subtitle"
          />
        </div>
      )}
      <Legend entries={whole.legend} model={model} spec={spec} onOpen={onOpen} />
      {note && (
        <div className={styles.second} style={boxOf(note)}>
          <InPlaceText
            className={styles.ghost}
            style={wordsOf(note)}
            text={spec.text.note ?? ''}
            what="Note"
            written={spec.text.note !== undefined}
            onChange={write('note')}
          />
        </div>
      )}
    </figcaption>
  );
}

const EMPTY_TITLE = { left: 16, top: 4, lineHeight: 24, lines: [''], align: 'start' } as const;

function boxOf({ left, top, width, lineHeight, lines, align }: Omit<Block, 'face'>): CSSProperties {
  return {
    left,
    top,
    width,
    height: Math.max(lines.length, 1) * lineHeight,
    justifyContent: align === 'start' ? 'flex-start' : align === 'middle' ? 'center' : 'flex-end',
  };
}

const wordsOf = ({ face, lineHeight, align }: Block): CSSProperties => ({
  ...faceCss(face),
  lineHeight: `${lineHeight}px`,
  minHeight: lineHeight,
  whiteSpace: 'normal',
  textAlign: align === 'middle' ? 'center' : align,
});

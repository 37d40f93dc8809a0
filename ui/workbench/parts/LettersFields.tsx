'use client';

import { Checkbox, InputNumber, Select } from 'antd';
import { FACES, type Letters } from '@/core/spec';
import { Field } from '../../cards/Card';
import styles from '../../cards/cards.module.css';
import { ColorField } from '../../cards/ColorField';

const FACE_WORDS = { serif: 'With serifs', sans: 'Without serifs' } as const;

interface Props {
  value: Letters | undefined;
  /** How the words are set where nothing is chosen. */
  ours: Required<Letters>;
  onChange: (next: Letters | undefined) => void;
}

/** How words are set: face, size, bold, italic and colour. */
export function LettersFields({ value = {}, ours, onChange }: Props) {
  const change = (next: Letters) => {
    const all = { ...value, ...next };
    const kept = Object.fromEntries(
      Object.entries(all).filter(([part, one]) => one !== undefined && one !== ours[part as keyof Letters]),
    );
    onChange(Object.keys(kept).length > 0 ? kept : undefined);
  };
  return (
    <>
      <Field label="Letters">
        <div className={styles.letters}>
          <Select
            size="small"
            aria-label="Face"
            value={value.face ?? ours.face}
            onChange={(face) => change({ face })}
            options={FACES.map((face) => ({ value: face, label: FACE_WORDS[face] }))}
          />
          <InputNumber
            size="small"
            style={{ width: '100%' }}
            aria-label="Size of the letters"
            min={8}
            max={60}
            value={value.size ?? ours.size}
            onChange={(size) => change({ size: size ?? undefined })}
          />
        </div>
      </Field>
      <Field label="">
        <div className={styles.checks}>
          <Checkbox checked={value.bold ?? ours.bold} onChange={(event) => change({ bold: event.target.checked })}>
            Bold
          </Checkbox>
          <Checkbox
            checked={value.italic ?? ours.italic}
            onChange={(event) => change({ italic: event.target.checked })}
          >
            Italic
          </Checkbox>
        </div>
      </Field>
      <Field label="Colour">
        <ColorField
          label="Colour of the letters"
          value={value.color ?? ours.color}
          onChange={(color) => change({ color })}
        />
      </Field>
    </>
  );
}

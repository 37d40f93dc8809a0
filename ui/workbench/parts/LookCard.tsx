'use client';

import { Checkbox, Input, Radio, Select } from 'antd';
import { LOCALE, LOCALES, type Locale } from '@/core/calendar';
import { PALETTES, SURFACE } from '@/core/layout';
import { plainLook, setLook, setPalette, type ChartLook, type ChartSpec } from '@/core/spec';
import { Card, Field, SelectField } from '../../cards/Card';
import { ColorField } from '../../cards/ColorField';
import styles from '../../cards/cards.module.css';
import { useWork } from '../store';

/** The places whose way of writing is followed, by their names. */
const PLACES = new Intl.DisplayNames(LOCALE, { type: 'region' });
const GROUNDS = [SURFACE, '#ffffff', '#f6f0e2', '#eef3ee', '#eef2f6'];

/** What holds for the whole chart: its letters, title, legend, ground and frame. */
export function LookCard({ spec }: { spec: ChartSpec }) {
  const edit = useWork((state) => state.edit);
  const look = spec.look ?? {};
  const change = (next: ChartLook) => edit((now) => setLook(now, next));
  return (
    <Card name="Whole chart">
      <Field label="Letters">
        <Radio.Group
          aria-label="Letters"
          size="small"
          value={look.letters ?? 'normal'}
          onChange={(event) => {
            const letters = event.target.value as NonNullable<ChartLook['letters']>;
            change({ letters: letters === 'normal' ? undefined : letters });
          }}
          options={[
            { value: 'small', label: 'Small' },
            { value: 'normal', label: 'Normal' },
            { value: 'large', label: 'Large' },
          ]}
        />
      </Field>
      <SelectField
        label="Legend"
        value={look.legend ?? 'auto'}
        onChange={(legend: NonNullable<ChartLook['legend']> | 'auto') =>
          change({ legend: legend === 'auto' ? undefined : legend })
        }
        options={[
          { value: 'auto', label: 'Chosen for me' },
          { value: 'top', label: 'Above' },
          { value: 'bottom', label: 'Below' },
          { value: 'left', label: 'On the left' },
          { value: 'right', label: 'On the right' },
          { value: 'none', label: 'None' },
        ]}
      />
      <Field label="Note">
        <Input.TextArea
          aria-label="Note under the chart"
          size="small"
          autoSize={{ minRows: 1, maxRows: 4 }}
          maxLength={2000}
          placeholder="Under the chart, as where it comes from"
          defaultValue={spec.text.note ?? ''}
          onBlur={({ target: { value } }) =>
            value.trim() !== (spec.text.note ?? '') &&
            edit((now) => ({ ...now, text: { ...now.text, note: value.trim() || undefined } }))
          }
        />
      </Field>
      <Field label="Palette">
        <Select
          size="small"
          aria-label="Palette"
          value={look.palette ?? PALETTES[0].name}
          onChange={(palette: string) =>
            edit((now) => setPalette(now, palette === PALETTES[0].name ? undefined : palette))
          }
          options={PALETTES.map(({ name, words, colors }) => ({
            value: name,
            label: (
              <span className={styles.palette}>
                <span aria-hidden>
                  {colors.map((color) => (
                    <i key={color} style={{ background: color }} />
                  ))}
                </span>
                {words}
              </span>
            ),
          }))}
        />
      </Field>
      <SelectField
        label="Numbers and dates"
        value={look.locale ?? LOCALE}
        onChange={(locale: Locale) => change({ locale: locale === LOCALE ? undefined : locale })}
        options={LOCALES.map((locale) => ({ value: locale, label: PLACES.of(locale.slice(3)) ?? locale }))}
      />
      <Field label="Ground">
        <ColorField
          label="Ground"
          value={look.ground ?? SURFACE}
          onChange={(ground) => change({ ground: ground === SURFACE ? undefined : ground })}
          ours={{ label: 'Quiet grounds', colors: GROUNDS }}
        />
      </Field>
      <Checkbox
        checked={look.frame ?? false}
        onChange={(event) => change({ frame: event.target.checked || undefined })}
      >
        A frame around the chart
      </Checkbox>
      {(Object.keys(look).some((key) => key !== 'locale') || spec.layers.some(({ style }) => style)) && (
        <p>
          <button type="button" className="action" onClick={() => edit(plainLook)}>
            Everything back to our look
          </button>
        </p>
      )}
    </Card>
  );
}

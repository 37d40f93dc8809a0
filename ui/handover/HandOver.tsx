'use client';

import { useState, type ReactNode } from 'react';
import { App, Button, Select } from 'antd';
import { pictureTitle, type ChartModel } from '@/core/layout';
import { fileNameOf, type ChartSpec } from '@/core/spec';
import { api, download, type FigureKind, type PictureKind } from '../api';
import { Card } from '../cards/Card';
import { CardPopover } from '../cards/CardPopover';
import { copyFigures, copyPicture } from './copying';
import styles from './HandOver.module.css';

const SIZES = {
  screen: 'As on the screen',
  '900x560': 'For a page, 900 × 560',
  '1280x720': 'For a screen, 1280 × 720',
  '800x800': 'Square, 800 × 800',
} as const;

interface Props {
  spec: ChartSpec | undefined;
  model: ChartModel | undefined;
  /** What else can be done with a chart that is saved. */
  further?: ReactNode;
}

/** Everything that leaves the application with a chart: copied, saved as a file, or passed on. */
export function HandOver({ spec, model, further }: Props) {
  const { message } = App.useApp();
  const [open, setOpen] = useState(false);
  const [busy, setBusy] = useState('');
  const [size, setSize] = useState<keyof typeof SIZES>('screen');
  const title = model?.title || 'Chart';
  const [width, height] =
    size === 'screen' ? [model?.whole?.width ?? 900, model?.whole?.height ?? 560] : size.split('x').map(Number);
  const room = { width: Math.max(width, 120), height: Math.max(height, 120) };
  const doing = (key: string, work: () => Promise<unknown>) => async () => {
    setBusy(key);
    try {
      await work();
    } catch (error) {
      message.error(error instanceof Error ? `This did not work: ${error.message}` : 'This did not work. Try again.');
    } finally {
      setBusy('');
    }
  };
  const save = (content: Blob, extension: string, name = title) =>
    download(content, `${fileNameOf(name)}.${extension}`);
  const savePicture = (content: Blob, extension: string, of: ChartSpec) =>
    save(content, extension, pictureTitle(model?.title, of));
  const act = (key: string, words: string, work: (spec: ChartSpec) => Promise<unknown>, label?: string) => (
    <Button
      key={key}
      size="small"
      loading={busy === key}
      disabled={!spec || (busy !== '' && busy !== key)}
      onClick={spec && doing(key, () => work(spec))}
      aria-label={label}
    >
      {words}
    </Button>
  );
  const picture = (kind: PictureKind, zoom: number, words: string) =>
    act(
      `${kind}${zoom}`,
      words,
      async (now) => savePicture(await api.picture(now, kind, { ...room, zoom }), kind, now),
      `Save as ${kind.toUpperCase()}${zoom > 1 ? `, ${zoom} times as sharp` : ''}`,
    );
  const figures = (kind: FigureKind) =>
    act(
      kind,
      kind.toUpperCase(),
      async (now) => save(await api.figures(now, kind), kind),
      `Save the figures as ${kind.toUpperCase()}`,
    );
  const content = (
    <Card name="Hand over">
      <section className={styles.part}>
        <h3>Copy</h3>
        <p>
          {act('copy-picture', 'As a picture', async (now) => {
            const made = api.picture(now, 'png', { ...room, zoom: 2 });
            if (await copyPicture(made)) return message.success('Copied. Paste it where it is to stand.');
            savePicture(await made, 'png', now);
            return message.info('The browser does not let pictures be copied here: it was saved as a file instead.');
          })}
          {act('copy-figures', 'The figures, as cells', async (now) => {
            const table = JSON.parse(await (await api.figures(now, 'json')).text()) as Parameters<
              typeof copyFigures
            >[0];
            if (await copyFigures(table)) return message.success('Copied. Paste them into a sheet.');
            save(await api.figures(now, 'csv'), 'csv');
            return message.info('The browser does not let figures be copied here: they were saved as a file instead.');
          })}
        </p>
      </section>
      <section className={styles.part}>
        <h3>Save as a picture</h3>
        <Select
          size="small"
          aria-label="Size of the picture"
          value={size}
          onChange={setSize}
          options={Object.entries(SIZES).map(([value, label]) => ({ value, label }))}
        />
        <p>
          {picture('png', 1, 'PNG')}
          {picture('png', 2, 'PNG 2×')}
          {picture('png', 3, 'PNG 3×')}
          {picture('svg', 1, 'SVG')}
          {picture('pdf', 1, 'PDF')}
        </p>
      </section>
      <section className={styles.part}>
        <h3>Save the figures</h3>
        <p>{(['csv', 'xlsx', 'ods', 'json'] as const).map(figures)}</p>
      </section>
      <section className={styles.part}>
        <h3>Save as a page</h3>
        <p>
          {act(
            'page',
            'Page (HTML)',
            async (now) => savePicture(await api.page(now, room), 'html', now),
            'Save as a page',
          )}
          <span className="second">opens anywhere, without a network</span>
        </p>
      </section>
      {further}
    </Card>
  );
  return (
    <CardPopover open={open} onOpenChange={setOpen} placement="bottomRight" arrow={false} content={content}>
      <Button disabled={!model || !spec} aria-haspopup="dialog" aria-expanded={open} onClick={() => setOpen(!open)}>
        Hand over
      </Button>
    </CardPopover>
  );
}

import type { SendMailOptions } from 'nodemailer';
import { everyWords, type Attachment, type Delivery } from '@/core/deliveries';
import { pictureTitle } from '@/core/layout';
import { fileNameOf, type ChartSpec } from '@/core/spec';
import { boardRow } from '../boards/boards';
import { boardModels } from '../boards/models';
import { BOARD_PICTURE, boardPicture } from '../boards/picture';
import { chartRow, chartRows } from '../charts/charts';
import { openBook } from '../charts/book';
import { withBoardFilters } from '@/core/boards';
import { tableFile, tableOfSpec, TABLE_TYPES } from '../exports/table-files';
import { sender } from '../mail/send';
import { chartPicture, wholeModel } from '../pictures/chart-picture';
import { inXml } from '../xml';

/** How large the picture in a mail is shown, and how much sharper it is sent, in pixels. */
const PICTURE = { width: 720, height: 448, zoom: 2 } as const;
const CID = 'picture@up-chart';
/** Tiles whose figures are attached. */
const MOST_FILES = 20;

interface Content {
  readonly title: string;
  /** What a file of its picture is called, without an ending. */
  readonly pictureFile: string;
  /** What stands there for those without pictures. */
  readonly text: string;
  readonly png: Buffer;
  readonly width: number;
  readonly files: readonly { filename: string; content: Buffer; contentType: string }[];
}

/** The mail of a delivery as it is now. @throws Problem and InvalidInput where what is to be sent is gone or cannot be drawn */
export async function mailOf(delivery: Delivery, messageId: string, signal?: AbortSignal): Promise<SendMailOptions> {
  const { title, pictureFile, text, png, width, files } =
    'chart' in delivery.what
      ? await chartContent(delivery.what.chart, delivery.attach, signal)
      : await boardContent(delivery.what.board, delivery.attach, signal);
  const message = delivery.message?.trim() ?? '';
  const foot = `Sent by Up Chart ${everyWords(delivery.every)}.`;
  const paragraphs = message.split(/\n{2,}/).filter(Boolean);
  return {
    from: sender(),
    to: [...delivery.to],
    subject: delivery.subject?.trim() || title,
    messageId,
    headers: { 'Auto-Submitted': 'auto-generated' },
    text: [...(message ? [message, ''] : []), title, '', text, '', foot].join('\n'),
    html: `<!doctype html><html lang="en"><body style="margin:0;padding:24px;background:#f6f2ea;color:#24302c;font:15px/1.5 'Source Sans 3','Segoe UI',Arial,sans-serif">${paragraphs
      .map((one) => `<p style="margin:0 0 14px">${inXml(one).replaceAll('\n', '<br>')}</p>`)
      .join(
        '',
      )}<img src="cid:${CID}" alt="${inXml(`${title}. ${text}`)}" width="${width}" style="display:block;max-width:100%;height:auto;border:0"><p style="margin:14px 0 0;color:#5c615a;font-size:13px">${inXml(foot)}</p></body></html>`,
    attachments: [
      {
        filename: `${pictureFile}.png`,
        content: png,
        contentType: 'image/png',
        cid: CID,
        contentDisposition: 'inline',
      },
      ...files.map((file) => ({ ...file, contentDisposition: 'attachment' as const })),
    ],
  };
}

async function chartContent(id: string, attach: readonly Attachment[], signal?: AbortSignal): Promise<Content> {
  const { spec } = await chartRow(id);
  const book = await openBook(spec);
  const { title, sentence } = await wholeModel(spec, book, PICTURE, signal);
  const name = title || 'Chart';
  const pictureFile = fileNameOf(pictureTitle(title, spec));
  const picture = async (kind: 'png' | 'pdf') => (await chartPicture(spec, kind, PICTURE, signal)).make();
  const files = await Promise.all(
    attach.map(async (kind) => ({
      ...(kind === 'png' || kind === 'pdf'
        ? {
            filename: `${pictureFile}.${kind}`,
            content: await picture(kind),
            contentType: kind === 'png' ? 'image/png' : 'application/pdf',
          }
        : {
            filename: `${fileNameOf(name)}.${kind}`,
            content: await tableFile(await tableOfSpec(spec, signal), kind),
            contentType: TABLE_TYPES[kind],
          }),
    })),
  );
  return { title: name, pictureFile, text: `${sentence}.`, png: await picture('png'), width: PICTURE.width, files };
}

async function boardContent(id: string, attach: readonly Attachment[], signal?: AbortSignal): Promise<Content> {
  const board = await boardRow(id);
  const { tiles } = await boardModels(board, {}, signal);
  const shown = tiles.filter(({ hidden }) => hidden === undefined);
  const text = shown
    .map(
      ({ model, text: note, error }) =>
        error ?? note?.replace(/^# /, '') ?? [model?.title, model && figureOf(model)].filter(Boolean).join(': '),
    )
    .filter(Boolean)
    .map((line) => `- ${line}`)
    .join('\n');
  const picture = async (kind: 'png' | 'pdf', zoom = 1) =>
    (await boardPicture(board, kind, { ...BOARD_PICTURE, zoom }, signal)).make();
  const files = (
    await Promise.all(
      attach.map(async (kind) => {
        if (kind === 'png' || kind === 'pdf')
          return [
            {
              filename: `${fileNameOf(board.name)}.${kind}`,
              content: await picture(kind, kind === 'png' ? 2 : 1),
              contentType: kind === 'png' ? 'image/png' : 'application/pdf',
            },
          ];
        return figuresOf(
          board.tiles.flatMap(({ id: tile, show }) =>
            'chart' in show && shown.some((one) => one.id === tile && one.model) ? [show.chart] : [],
          ),
          board.filters,
          kind,
          signal,
        );
      }),
    )
  ).flat();
  return {
    title: board.name,
    pictureFile: fileNameOf(board.name),
    text,
    png: await picture('png', 2),
    width: BOARD_PICTURE.width,
    files,
  };
}

/** The figures of a board's charts, a file each, under the names of their charts. */
async function figuresOf(
  ids: readonly string[],
  filters: Parameters<typeof withBoardFilters>[1],
  kind: 'csv' | 'xlsx',
  signal?: AbortSignal,
) {
  const rows = await chartRows(ids);
  const specs = [...rows.values()].slice(0, MOST_FILES).map(({ spec }) => spec);
  const named = new Set<string>();
  return Promise.all(
    specs.map(async (spec: ChartSpec) => {
      const { sources } = await openBook(spec);
      const table = await tableOfSpec(withBoardFilters(spec, filters, sources.columns, sources.others), signal);
      const base = fileNameOf(table.title || 'chart');
      let name = base;
      for (let i = 2; named.has(name); i++) name = `${base}-${i}`;
      named.add(name);
      return { filename: `${name}.${kind}`, content: await tableFile(table, kind), contentType: TABLE_TYPES[kind] };
    }),
  );
}

/** A single figure in words, with its change. */
function figureOf({ drawing }: NonNullable<Awaited<ReturnType<typeof boardModels>>['tiles'][number]['model']>) {
  return drawing.is === 'figure'
    ? [drawing.figure.words, drawing.figure.change?.words ?? drawing.figure.lacks].filter(Boolean).join(', ')
    : '';
}

import { BoardPicture } from '@/ui/board/picture/BoardPicture';
import { WholeDrawing } from '@/ui/chart/WholeDrawing';
import { drawn } from './draw';
import type { PictureJob } from './job';
import { fileOf } from './picture';
import { asPage } from './to-page';
import { asInlineSvg } from './to-svg';

/** From what is to be drawn to its file. */
export async function drawJob(page: Document, job: PictureJob): Promise<Uint8Array> {
  if ('board' in job) {
    const { width, height, name } = job.board;
    const picture = await drawn(page, <BoardPicture {...job.board} />, { width, height }, name);
    return fileOf(picture, job.kind, job.zoom);
  }
  const { chart } = job;
  const { whole } = chart;
  if (!whole) throw new RangeError('the chart was not laid out as a whole picture');
  const size = { width: whole.width, height: whole.height };
  const taken = job.kind === 'inline' ? { ids: job.ids, ownFaces: true } : {};
  const picture = await drawn(page, <WholeDrawing model={chart} />, size, chart.title || chart.sentence, taken);
  switch (job.kind) {
    case 'page':
      return Buffer.from(await asPage(picture, job.words), 'utf8');
    case 'inline':
      return Buffer.from(asInlineSvg(picture), 'utf8');
    default:
      return fileOf(picture, job.kind, job.zoom);
  }
}

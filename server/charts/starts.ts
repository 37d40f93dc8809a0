import type { Start } from '@/core/api';
import type { Room } from '@/core/layout';
import { draftOf, evidenceOf, fittedTo, propose, type Manners } from '@/core/recommend';
import { candidates, choose, proposalFor, tell, worthDrawing, type Candidate, type Scored } from '@/core/starts';
import { KEEP_FROM_ROWS } from '../query/kept-sums';
import { sampledAsker, targetOf } from '../query/run';
import { sampleOf } from '../sheets/sampled-rows';
import type { Book } from './book';
import { frameOf, modelOfFrame } from './model';
import { isTooMuch } from './suggest';

/**
 * Charts worth making of a sheet before anything is picked, drawn from its rows, best first, each with why. None for an
 * empty sheet.
 */
export async function startsOf(book: Book, size: Room, manners: Manners = {}): Promise<Start[]> {
  const { sheet } = book;
  if (sheet.rowCount === 0) return [];
  const { table, placed, rows } = targetOf(sheet);
  const sample = await sampleOf(rows, table, { columns: sheet.columns, total: sheet.rowCount }, placed);
  const found = candidates(sheet.columns, sheet.row ?? undefined, sample);
  const own = { ...manners, rowIs: sheet.row?.is };
  const drawn = await Promise.all(worthDrawing(found).map((candidate) => draw(candidate, book, size, own)));
  const chosen = choose(
    drawn.flatMap((one) => one ?? []),
    { rows: sheet.rowCount, columns: sheet.columns.length },
  );
  return chosen.map(({ candidate, score, form, reasons, spec, model, sampled }) => ({
    form,
    score: Math.max(0, Math.min(1, score)),
    picks: [...candidate.picks],
    reasons,
    spec,
    model,
    ...(sampled === undefined ? {} : { sampled }),
  }));
}

type Drawn = Scored & Omit<Start, 'picks' | 'score' | 'form'>;

/** A candidate drawn, with what it tells; nothing where it comes to no chart. */
async function draw(candidate: Candidate, of: Book, size: Room, manners: Manners): Promise<Drawn | undefined> {
  const { sheet } = of;
  const some = sheet.live === null && sheet.rowCount >= KEEP_FROM_ROWS ? sampledAsker(sheet) : undefined;
  const book: Book = some ? { ...of, ask: some.ask } : of;
  const { columns } = book.sources;
  const draft = draftOf(book.sheet.id, columns, candidate.picks, manners);
  if (!draft) return undefined;
  try {
    const proposal = proposalFor(candidate, propose(evidenceOf(draft, await frameOf(draft, book), columns)));
    if (!proposal) return undefined;
    const frame = await frameOf(proposal.spec, book);
    const spec = fittedTo(proposal.spec, frame);
    const model = modelOfFrame(spec, book, frame, size);
    // A figure of a sample would be wrong, however well the rest of the picture stands.
    const sampled = some?.sampled();
    if (sampled !== undefined && candidate.kind === 'figure') return undefined;
    const told = tell(candidate, spec, model);
    const course = candidate.kind === 'time' ? model.series[0]?.values : undefined;
    return (
      told && {
        candidate,
        score: told.score,
        form: model.form,
        reasons: [told.reason],
        spec,
        model,
        ...(sampled === undefined ? {} : { sampled }),
        ...(course ? { course } : {}),
      }
    );
  } catch (error) {
    if (isTooMuch(error)) return undefined;
    throw error;
  }
}

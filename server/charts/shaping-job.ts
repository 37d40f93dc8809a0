import { withChecks } from '@/core/checks';
import type { Answer, GrainQuery } from '@/core/grain';
import { layout, type ChartModel, type Room } from '@/core/layout';
import { answered, shape, type Frame } from '@/core/shaping';
import type { ChartSpec, Sources } from '@/core/spec';

/** A chart to be shaped, and to be laid out where a size is given. */
export interface ShapingJob {
  readonly spec: ChartSpec;
  readonly sources: Sources;
  readonly rowCount: number;
  readonly size?: Room;
}

export interface Shaped {
  readonly frame?: Frame;
  readonly model?: ChartModel;
}

/** From a job to its frame, or to its model where it has a size. What is known already is not asked again. */
export async function shapeNow(
  job: ShapingJob,
  ask: (query: GrainQuery) => Promise<Answer>,
  known?: ReadonlyMap<string, Answer>,
): Promise<Shaped> {
  const frame = await answered(shape(job.spec, job.sources), ask, known);
  return job.size ? { model: laidOut(job, frame, job.size) } : { frame };
}

export function laidOut({ spec, sources, rowCount }: ShapingJob, frame: Frame, size: Room): ChartModel {
  return withChecks({ spec, sources, frame, rowCount, model: layout(frame, spec, sources, size) });
}

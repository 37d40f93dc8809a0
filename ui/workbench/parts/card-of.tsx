import type { ReactNode } from 'react';
import type { ChartModel } from '@/core/layout';
import type { ChartSpec, Sources } from '@/core/spec';
import type { ChartPart } from '../../chart/part';
import { ReferenceCard } from '../looking/ReferenceCard';
import { TrendCard } from '../looking/TrendCard';
import { AcrossCard } from './AcrossCard';
import { GridCard } from './GridCard';
import { LayerCard } from './LayerCard';
import { LookCard } from './LookCard';
import { ScaleCard } from './ScaleCard';
import { SeriesCard } from './SeriesCard';
import { AxisWordsCard, TitleCard } from './TitleCard';

/** The card of a part of the chart; none where the chart has no such part any more. */
export function cardOf(
  part: ChartPart,
  model: ChartModel,
  spec: ChartSpec,
  sources: Sources,
  onOpen: (part: ChartPart | undefined) => void,
): ReactNode {
  switch (part.is) {
    case 'scale':
      return model.scales[part.side] && <ScaleCard side={part.side} model={model} spec={spec} sources={sources} />;
    case 'across':
      return <AcrossCard model={model} spec={spec} sources={sources} />;
    case 'grid':
      return <GridCard spec={spec} />;
    case 'look':
      return <LookCard spec={spec} />;
    case 'title':
      return <TitleCard spec={spec} />;
    case 'words':
      return <AxisWordsCard spec={spec} />;
    case 'series': {
      const one = model.series.find(({ id }) => id === part.id);
      const onLayer = () => one && onOpen({ is: 'layer', id: one.layer });
      return one && <SeriesCard series={one} model={model} spec={spec} onLayer={onLayer} />;
    }
    case 'trend':
      return (
        spec.trends?.some(({ id }) => id === part.id) && (
          <TrendCard model={model} spec={spec} sources={sources} id={part.id} />
        )
      );
    case 'reference':
      return (
        spec.references?.some(({ id }) => id === part.id) && (
          <ReferenceCard model={model} spec={spec} id={part.id} onDone={() => onOpen(undefined)} />
        )
      );
    case 'layer': {
      const layer = spec.layers.find(({ id }) => id === part.id);
      return layer && <LayerCard layer={layer} model={model} spec={spec} sources={sources} />;
    }
  }
}

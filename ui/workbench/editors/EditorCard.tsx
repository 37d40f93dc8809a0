'use client';

import type { ChartSpec, Sources } from '@/core/spec';
import type { Sheet } from '../../api';
import type { Editor } from '../menus';
import { Card } from '../../cards/Card';
import { CalendarFields } from '../CalendarFields';
import { FilterCard } from './FilterCard';
import { FormulaCard } from './FormulaCard';
import type { ChartModel } from '@/core/layout';
import { ColorsCard } from '../looking/ColorsCard';
import { ReferenceCard } from '../looking/ReferenceCard';
import { RemarkCard } from '../looking/RemarkCard';
import { TrendCard } from '../looking/TrendCard';
import { SheetCard } from './SheetCard';

/** The card that a word of the sentence opened. */
export function EditorCard({
  editor,
  sheet,
  spec,
  sources,
  model,
  onDone,
}: {
  editor: Editor;
  sheet: Sheet;
  spec: ChartSpec;
  sources: Sources;
  /** The chart as it is drawn. */
  model: ChartModel | undefined;
  onDone: () => void;
}) {
  switch (editor.kind) {
    case 'formula':
      return (
        <FormulaCard sources={sources} layer={spec.layers.find(({ id }) => id === editor.layer)} onDone={onDone} />
      );
    case 'filter':
      return <FilterCard sheet={sheet} spec={spec} sources={sources} at={editor.at} onDone={onDone} />;
    case 'calendar':
      return (
        <Card name="Weeks and years">
          <CalendarFields spec={spec} />
        </Card>
      );
    case 'trend':
      return model && <TrendCard model={model} spec={spec} sources={sources} id={editor.id} />;
    case 'line':
      return model && <ReferenceCard model={model} spec={spec} first={editor.at} onDone={onDone} />;
    case 'remark':
      return model && <RemarkCard model={model} onDone={onDone} />;
    case 'colors':
      return <ColorsCard spec={spec} sources={sources} layer={editor.layer} />;
    case 'sheet':
      return <SheetCard spec={spec} sources={sources} onDone={onDone} />;
  }
}

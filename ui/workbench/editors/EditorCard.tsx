'use client';

import type { ChartSpec, Sources } from '@/core/spec';
import type { Sheet } from '../../api';
import type { Editor } from '../menus';
import { Card } from '../../cards/Card';
import { CalendarFields } from '../CalendarFields';
import { FilterCard } from './FilterCard';
import { FormulaCard } from './FormulaCard';
import { SheetCard } from './SheetCard';

/** The card that a word of the sentence opened. */
export function EditorCard({
  editor,
  sheet,
  spec,
  sources,
  onDone,
}: {
  editor: Editor;
  sheet: Sheet;
  spec: ChartSpec;
  sources: Sources;
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
    case 'sheet':
      return <SheetCard spec={spec} sources={sources} onDone={onDone} />;
  }
}

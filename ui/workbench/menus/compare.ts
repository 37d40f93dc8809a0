import type { ChartModel } from '@/core/layout';
import { addReference, addTrend, hasOrder, type ChartSpec, type Sources } from '@/core/spec';
import type { ChoiceGroup } from './choice';

const MONTHS_AHEAD = 6;

/** What a chart can be compared with: trends, lines, dates of other sheets, remarks, colours by a condition. */
export function compareChoices(spec: ChartSpec, { columns }: Sources, model: ChartModel | undefined): ChoiceGroup[] {
  const solid = spec.layers.some(({ shape }) => shape === 'pie' || shape === 'figure');
  if (solid) return [];
  const [first] = spec.layers;
  const time = spec.across.as === 'time' ? spec.across.step : undefined;
  const trends = hasOrder(spec, columns);
  const longEnough = time === 'month' && (model?.across.values.length ?? 0) >= 24;
  return [
    ...(trends
      ? [
          {
            title: time ? 'How it goes on' : 'A trend',
            choices: [
              { key: 'trend', words: 'Compare trends …', opens: { kind: 'trend' as const } },
              {
                key: 'line',
                words: 'A straight line',
                edit: (now: ChartSpec) => addTrend(now, { layer: first.id, kind: 'linear' }),
              },
              ...(longEnough
                ? [
                    {
                      key: 'season',
                      words: `Its season, ${MONTHS_AHEAD} months on`,
                      edit: (now: ChartSpec) =>
                        addTrend(now, { layer: first.id, kind: 'seasonal', ahead: MONTHS_AHEAD, band: 0.8 }),
                    },
                  ]
                : []),
            ],
          },
        ]
      : []),
    {
      title: 'A line',
      choices: [
        {
          key: 'average',
          words: 'The average',
          edit: (now) => addReference(now, { on: first.side, at: { layer: first.id, figure: 'mean' } }),
        },
        { key: 'value', words: 'At a value …', opens: { kind: 'line', at: 'value' } },
        { key: 'place', words: time ? 'At a date …' : 'At a place …', opens: { kind: 'line', at: 'place' } },
        ...(time
          ? [
              {
                key: 'sheet',
                words: 'At the dates of another sheet …',
                opens: { kind: 'line' as const, at: 'sheet' as const },
              },
            ]
          : []),
      ],
    },
    ...(spec.across.as === 'number' || spec.panels
      ? []
      : [
          {
            title: 'More',
            choices: [
              { key: 'remark', words: 'A remark …', opens: { kind: 'remark' as const } },
              { key: 'colors', words: 'Colour by a condition …', opens: { kind: 'colors' as const, layer: first.id } },
            ],
          },
        ]),
  ];
}

'use client';

import { Checkbox } from 'antd';
import { skipToken, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from '../../api';

interface Props {
  sheet: string;
  /** The colours of the groups as they are drawn, by their words. */
  colors: Record<string, string>;
}

/** Whether the groups keep these colours in every chart of their sheet. */
export function KeepColors({ sheet, colors }: Props) {
  const client = useQueryClient();
  const known = useQuery({ queryKey: ['sheet', sheet], queryFn: sheet ? () => api.sheet(sheet) : skipToken });
  const kept = known.data?.colors ?? {};
  const all = Object.entries(colors).every(([words, color]) => kept[words] === color);
  const keep = useMutation({
    mutationFn: (next: boolean) =>
      api.keepColors(sheet, next ? colors : Object.fromEntries(Object.keys(colors).map((words) => [words, null]))),
    onSuccess: async (next) => {
      client.setQueryData(['sheet', sheet], next);
      await client.invalidateQueries({ queryKey: ['charts'] });
    },
  });
  return (
    <Checkbox
      checked={all}
      disabled={keep.isPending || !known.data}
      onChange={(event) => keep.mutate(event.target.checked)}
    >
      In every chart of this sheet
    </Checkbox>
  );
}

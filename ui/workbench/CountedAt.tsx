import { useEffect, useRef } from 'react';
import { App } from 'antd';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { api, type Sheet } from '../api';
import { dayWords } from '../desk/dates';

/** A count of rows is taken to hold for so long. */
const STALE_MS = 5 * 60_000;

/** When the rows of a table that stays in its database were counted, and the way to count them anew. */
export function CountedAt({ sheet, at }: { sheet: Sheet; at: string }) {
  const client = useQueryClient();
  const { message } = App.useApp();
  const count = useMutation({
    mutationFn: () => api.countAnew(sheet.id),
    onSuccess: (next) => {
      client.setQueryData(['sheet', sheet.id], next);
      void client.invalidateQueries({ queryKey: ['rows', sheet.id] });
      void client.invalidateQueries({ queryKey: ['preview'] });
    },
    onError: (error) => message.error(error.message),
  });
  const old = useRef(Date.now() - Date.parse(at) > STALE_MS);
  const { mutate } = count;
  useEffect(() => {
    // What was counted some time ago is counted anew when the sheet is opened.
    if (old.current) mutate();
    old.current = false;
  }, [mutate]);
  return (
    <span>
      {count.isPending ? 'counting …' : `counted ${dayWords(at)}`}{' '}
      <button type="button" className="action" onClick={() => mutate()} disabled={count.isPending}>
        Count anew
      </button>
    </span>
  );
}

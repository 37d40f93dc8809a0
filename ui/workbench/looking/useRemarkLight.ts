import { useCallback, useMemo, useState } from 'react';
import type { ChartModel } from '@/core/layout';
import type { RemarkLight } from '../../chart/drawing';
import type { StretchInSight } from './useStretch';

/** Which remark is lit, on the chart and in the list; choosing one on either goes to the other, and brings it into sight. */
export function useRemarkLight(model: ChartModel | undefined, stretch: StretchInSight | undefined): RemarkLight {
  const [lit, setLit] = useState<number>();
  const onChoose = useCallback(
    (number: number) => {
      setLit(number);
      const remark = model?.remarks?.find((one) => one.number === number);
      if (!remark) return;
      const shown = document.querySelector<SVGGElement>(`[data-remark="${number}"]`);
      const line = document.querySelector<HTMLElement>(`[data-remark-line="${number}"]`);
      if (document.activeElement === line && shown) shown.focus();
      else if (line) line.focus();
      if (stretch && (remark.at < stretch.now.from || remark.at > stretch.now.to)) {
        const half = Math.floor((stretch.now.to - stretch.now.from) / 2);
        stretch.keep({ from: remark.at - half, to: remark.at - half + (stretch.now.to - stretch.now.from) });
      }
    },
    [model, stretch],
  );
  return useMemo(() => ({ ...(lit === undefined ? {} : { lit }), onLight: setLit, onChoose }), [lit, onChoose]);
}

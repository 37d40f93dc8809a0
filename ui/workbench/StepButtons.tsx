'use client';

import { useEffect } from 'react';
import { Button } from 'antd';
import { coarser, finer } from '@/core/calendar';
import { column, setStep, type ChartSpec, type Sources } from '@/core/spec';
import { stepsOf } from './menus';
import { useForetelling } from './foretelling';
import styles from './Sentence.module.css';
import { useWork } from './store';

/** Coarser and Finer, and their keys: minus and plus move along the steps of the calendar. */
export function StepButtons({ sources }: { sources: Sources }) {
  const spec = useWork((state) => state.spec);
  const edit = useWork((state) => state.edit);
  const around = stepsAround(spec, sources);
  const foretell = useForetelling();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      const target = event.target as HTMLElement;
      if (target.isContentEditable || /^(INPUT|TEXTAREA)$/.test(target.tagName)) return;
      const step = event.key === '-' ? around.coarser : event.key === '+' ? around.finer : undefined;
      if (step) edit((now) => setStep(now, step));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [around.coarser, around.finer, edit]);
  if (spec?.across.as !== 'time') return null;
  const button = (words: string, key: string, step: ReturnType<typeof coarser>) => (
    <Button
      size="small"
      disabled={!step}
      title={step ? `By ${step} (key ${key})` : undefined}
      onPointerEnter={() => step && foretell([(now) => setStep(now, step)])}
      onClick={() => step && edit((now) => setStep(now, step))}
    >
      {words}
    </Button>
  );
  return (
    <span className={styles.steps}>
      {button('Coarser', '−', around.coarser)}
      {button('Finer', '+', around.finer)}
    </span>
  );
}

function stepsAround(spec: ChartSpec | undefined, { columns }: Sources) {
  if (spec?.across.as !== 'time') return {};
  const steps = stepsOf(column(columns, spec.across.column));
  const next = finer(spec.across.step);
  return { coarser: coarser(spec.across.step), finer: next && steps.includes(next) ? next : undefined };
}

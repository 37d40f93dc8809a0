'use client';

import { useMemo, useState } from 'react';
import { Input, Modal } from 'antd';
import { useQuery } from '@tanstack/react-query';
import { api } from '../../api';
import { chartNames } from '../../desk/names';
import { holdsPart } from '../../desk/search';
import styles from '../Board.module.css';

/** More charts than these are found by their names. */
const MOST = 60;

/** The saved charts, to put one of them on a board. */
export function AddChart({
  onChoose,
  onClose,
}: {
  onChoose: (chart: string, form: string) => void;
  onClose: () => void;
}) {
  const charts = useQuery({ queryKey: ['charts'], queryFn: api.charts });
  const [part, setPart] = useState('');
  const names = useMemo(() => chartNames(charts.data ?? []), [charts.data]);
  const found = [...names].filter(([, name]) => holdsPart(part, name));
  return (
    <Modal open title="Which chart?" footer={null} width={720} onCancel={onClose} destroyOnHidden>
      <Input
        autoFocus
        allowClear
        aria-label="Find a chart"
        placeholder="Find a chart"
        value={part}
        onChange={(event) => setPart(event.target.value)}
      />
      {charts.data?.length === 0 && (
        <p>There is no saved chart yet. Open a sheet on the desk, make a chart of it, and press Save.</p>
      )}
      {charts.data && charts.data.length > 0 && found.length === 0 && (
        <p>No chart holds “{part.trim()}” in its name.</p>
      )}
      <ul className={styles.choices}>
        {found.slice(0, MOST).map(([{ id, form }, name]) => (
          <li key={id}>
            <button type="button" onClick={() => onChoose(id, form)}>
              <img src={`/api/charts/${id}/picture.png?width=360&height=190`} alt="" loading="lazy" />
              {name}
            </button>
          </li>
        ))}
      </ul>
      {found.length > MOST && <p className="second">and {found.length - MOST} more: find them by name</p>}
    </Modal>
  );
}

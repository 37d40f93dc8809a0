'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from 'antd';
import { useQueryClient } from '@tanstack/react-query';
import { REFRESH } from '@/core/boards';
import { api, type ListedBoard } from '../api';
import { BoardMenu } from '../board/BoardMenu';
import { dayWords } from './dates';
import styles from './Desk.module.css';
import { RenameDialog } from './RenameDialog';
import { found as foundIn, type Finding } from './finding';

/** The boards, the last changed first. */
export function BoardShelf({
  boards,
  finding,
  labels,
}: {
  boards?: ListedBoard[];
  finding: Finding;
  labels: readonly string[];
}) {
  const router = useRouter();
  const client = useQueryClient();
  const [naming, setNaming] = useState(false);
  const found = foundIn(boards ?? [], finding, ({ name }) => name);
  return (
    <section className={styles.boards} aria-label="Boards">
      <div className={styles.headingRow}>
        <h2 className={styles.heading}>Boards</h2>
        <Button size="small" onClick={() => setNaming(true)}>
          New board
        </Button>
      </div>
      {naming && (
        <RenameDialog
          title="What is the board called?"
          name=""
          onKeep={async (name) => {
            const { id } = await api.saveBoard({ name, tiles: [], filters: [], refresh: REFRESH });
            void client.invalidateQueries({ queryKey: ['boards'] });
            router.push(`/boards/${id}`);
          }}
          onClose={() => setNaming(false)}
        />
      )}
      {boards?.length === 0 && (
        <p className={styles.empty}>No boards yet. A board shows charts, figures and notes side by side.</p>
      )}
      {boards && boards.length > 0 && found.length === 0 && (
        <p className={styles.empty}>No board holds “{finding.part.trim() || finding.label}” in its name.</p>
      )}
      <ul className={styles.boardList}>
        {found.map((board) => (
          <BoardLine key={board.id} board={board} labels={labels} />
        ))}
      </ul>
    </section>
  );
}

function BoardLine({ board, labels }: { board: ListedBoard; labels: readonly string[] }) {
  return (
    <li className={styles.boardLine}>
      <Link prefetch={false} href={`/boards/${board.id}`} className={styles.boardName}>
        {board.name}
      </Link>
      <span className="second">
        {board.tiles === 1 ? '1 tile' : `${board.tiles} tiles`} · {dayWords(board.updatedAt)}
        {board.labels.map((one) => (
          <span key={one} className={styles.label}>
            {one}
          </span>
        ))}
      </span>
      <BoardMenu board={board} known={labels} label={`More for ${board.name}`} small />
    </li>
  );
}

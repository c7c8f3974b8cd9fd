import type { RefObject } from 'react';
import type { CellKeyboardEvent, CellKeyDownArgs, DataGridHandle } from 'react-data-grid';
import { useTotals } from './store';

/**
 * Keys of a grid as people know them from spreadsheets: Delete empties a cell, Enter goes down, and what was typed
 * is undone and done again.
 * @param grows whether typing in its last row adds one
 */
export function useGridKeys(grid: RefObject<DataGridHandle | null>, grows = false) {
  return <R, S>(empty: (row: R, column: string) => void) =>
    (args: CellKeyDownArgs<R, S>, event: CellKeyboardEvent): void => {
      const { key, ctrlKey, metaKey, shiftKey } = event;
      const held = ctrlKey || metaKey;
      if (args.mode === 'EDIT') {
        if (key !== 'Enter') return;
        event.preventGridDefault();
        args.onClose(true);
        const below = { idx: args.column.idx, rowIdx: args.rowIdx + 1 };
        // At once, so that nothing typed after it is lost; a row that this adds is there a moment later.
        grid.current?.setActivePosition(below);
        if (grows) setTimeout(() => grid.current?.setActivePosition(below));
        return;
      }
      if (held && key.toLowerCase() === 'z') {
        event.preventGridDefault();
        event.preventDefault();
        const { undo, redo } = useTotals.temporal.getState();
        if (shiftKey) redo();
        else undo();
      }
      if (held && key.toLowerCase() === 'y') {
        event.preventGridDefault();
        event.preventDefault();
        useTotals.temporal.getState().redo();
      }
      if ((key === 'Delete' || key === 'Backspace') && args.row && args.column) {
        event.preventGridDefault();
        empty(args.row, args.column.key);
      }
    };
}

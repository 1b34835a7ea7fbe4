/** Arrow keys go from cell to cell of a table, Home and End to the ends of a row; the cell that was left is no stop of the tabulator any more. */
export function moveInTable(event: KeyboardEvent): void {
  const cell = (event.target as HTMLElement).closest<HTMLTableCellElement>('td[data-at]');
  const next = cell && target(cell, event.key);
  if (!cell || !next) return;
  event.preventDefault();
  cell.tabIndex = -1;
  next.tabIndex = 0;
  next.focus();
}

function target(cell: HTMLTableCellElement, key: string): HTMLElement | null {
  const row = cell.parentElement as HTMLTableRowElement;
  const cells = (of: Element | null | undefined) => [...(of?.querySelectorAll<HTMLElement>('td[data-at]') ?? [])];
  const at = cells(row).indexOf(cell);
  switch (key) {
    case 'ArrowRight':
      return cells(row)[at + 1] ?? null;
    case 'ArrowLeft':
      return cells(row)[at - 1] ?? null;
    case 'ArrowDown':
      return cells(row.nextElementSibling)[at] ?? null;
    case 'ArrowUp':
      return cells(row.previousElementSibling)[at] ?? null;
    case 'Home':
      return cells(row)[0] ?? null;
    case 'End':
      return cells(row).at(-1) ?? null;
    default:
      return null;
  }
}

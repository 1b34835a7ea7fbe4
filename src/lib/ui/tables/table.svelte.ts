import {
  createTable,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  type ColumnDef,
  type RowData,
  type Row,
  type Table,
  type TableState
} from '@tanstack/table-core';

/** What a table is made of. Read anew whenever it changes. */
interface Given<T extends RowData> {
  data: T[];
  columns: Array<ColumnDef<T, never>>;
  rowId: (row: T) => string;
}

/** A table with its rows as they stand: narrowed, sorted. */
export interface FollowedTable<T extends RowData> {
  readonly table: Table<T>;
  readonly rows: Row<T>[];
  /** Whether a row is chosen, by its id. */
  isChosen: (id: string) => boolean;
}

/** A table that sorts, narrows and chooses rows, following what it is given. To be called while a component is set up. */
export function followedTable<T extends RowData>(given: () => Given<T>): FollowedTable<T> {
  const table = createTable<T>({
    data: [],
    columns: [],
    state: {},
    onStateChange: () => undefined,
    renderFallbackValue: null,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel()
  });
  let state = $state.raw<TableState>(table.initialState);
  const rows = $derived.by(() => {
    const { data, columns, rowId } = given();
    const now = state;
    table.setOptions((options) => ({
      ...options,
      data,
      columns: columns as Array<ColumnDef<T, unknown>>,
      state: now,
      getRowId: rowId,
      enableSortingRemoval: false,
      sortDescFirst: false,
      onStateChange: (change) => (state = typeof change === 'function' ? change(state) : change)
    }));
    // A new list each time: the table remembers its own, and nobody would learn that what is chosen or sorted has changed.
    return [...table.getRowModel().rows];
  });
  return {
    get table() {
      void rows;
      return table;
    },
    get rows() {
      return rows;
    },
    isChosen: (id: string) => state.rowSelection[id] ?? false
  };
}

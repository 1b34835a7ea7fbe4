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

/** A table that sorts, narrows and chooses rows, following what it is given. To be called while a component is set up. */
export function followedTable<T extends RowData>(
  given: () => Given<T>
): { readonly table: Table<T>; readonly rows: Row<T>[] } {
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
    return table.getRowModel().rows;
  });
  return {
    get table() {
      void rows;
      return table;
    },
    get rows() {
      return rows;
    }
  };
}

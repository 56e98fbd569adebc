import {
  type ColumnDef,
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  type Row as TableRow,
  type RowSelectionState,
  type SortingState,
  type HeaderGroup,
  type Table as TableModel,
  useReactTable,
} from "@tanstack/react-table";
import { useVirtualizer } from "@tanstack/react-virtual";
import { ArrowDown, ArrowUp } from "lucide-react";
import { memo, type MouseEvent, type ReactNode, useCallback, useEffect, useRef, useState } from "react";

/** Columns with `meta: { figures: true }` are aligned on the right in tabular figures. */
export type Column<Row> = ColumnDef<Row> & { meta?: { figures?: boolean } };

/** Longer tables draw only the rows in sight. */
const LONG = 60;
const ROW_PX = 49;

type Props<Row> = {
  rows: readonly Row[];
  columns: readonly Column<Row>[];
  idOf: (row: Row) => string;
  nameOf?: (row: Row) => string;
  caption: string;
  selected?: string | null;
  onSelect?: (id: string) => void;
  ticked?: ReadonlySet<string>;
  onTick?: (ids: ReadonlySet<string>) => void;
};

/**
 * A table that sorts by its headings. A row may be selected; it is then marked. With `onTick` every row has a
 * box, and the head one for all; `ticked` are the ids that have it.
 */
export function Table<Row>({
  rows,
  columns,
  idOf,
  nameOf,
  caption,
  selected,
  onSelect,
  ticked,
  onTick,
}: Props<Row>) {
  const table = useSorted(rows, columns, idOf, ticked, onTick);
  const all = table.getRowModel().rows;
  const [scroller, setScroller] = useState<HTMLDivElement | null>(null);
  const long = all.length > LONG;
  const width = columns.length + (onTick ? 1 : 0);
  const chooseRow = useLatest(onSelect);
  const draw = (row: TableRow<Row>, place?: number) => (
    <BodyRow
      key={row.id}
      row={row}
      columns={columns}
      place={place}
      selected={selected === row.id}
      tick={onTick ? (nameOf?.(row.original) ?? row.id) : null}
      ticked={row.getIsSelected()}
      choose={onSelect ? chooseRow : null}
    />
  );
  return (
    <div
      ref={setScroller}
      className={long ? "long-table max-h-[70vh] overflow-auto" : "overflow-x-auto"}
      tabIndex={0}
      role="region"
      aria-label={caption}
    >
      <table className="table" aria-rowcount={long ? all.length + 1 : undefined}>
        <caption className="sr-only">{caption}</caption>
        <thead className={long ? "sticky top-0 z-10 bg-primer-1" : ""}>
          {table.getHeaderGroups().map((group) => (
            <HeadRow key={group.id} group={group} onTick={onTick} table={table} />
          ))}
        </thead>
        <tbody>
          {long ? (
            <RowsInSight rows={all} scroller={scroller} width={width} draw={draw} />
          ) : (
            all.map((row) => draw(row))
          )}
        </tbody>
      </table>
    </div>
  );
}

/** Rows as they are sorted and ticked. */
function useSorted<Row>(
  rows: readonly Row[],
  columns: readonly Column<Row>[],
  idOf: (row: Row) => string,
  ticked: ReadonlySet<string> | undefined,
  onTick: ((ids: ReadonlySet<string>) => void) | undefined,
) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const rowSelection: RowSelectionState = Object.fromEntries([...(ticked ?? [])].map((id) => [id, true]));
  return useReactTable({
    data: rows as Row[],
    columns: columns as ColumnDef<Row>[],
    state: { sorting, rowSelection },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getRowId: idOf,
    enableRowSelection: onTick !== undefined,
    onRowSelectionChange: (change) =>
      onTick?.(idsOf(typeof change === "function" ? change(rowSelection) : change)),
  });
}

const idsOf = (selection: RowSelectionState): ReadonlySet<string> =>
  new Set(Object.keys(selection).filter((id) => selection[id]));

/** The same function for as long as the table stands, so that its rows need not be drawn again. */
function useLatest(onSelect: ((id: string) => void) | undefined) {
  const latest = useRef(onSelect);
  useEffect(() => {
    latest.current = onSelect;
  }, [onSelect]);
  return useCallback((id: string) => latest.current?.(id), []);
}

function HeadRow<Row>({
  group,
  onTick,
  table,
}: {
  readonly group: HeaderGroup<Row>;
  readonly onTick: ((ids: ReadonlySet<string>) => void) | undefined;
  readonly table: TableModel<Row>;
}) {
  return (
    <tr>
      {onTick && (
        <th scope="col">
          <input
            type="checkbox"
            className="size-[17px] accent-[var(--ink)]"
            aria-label="Tick all"
            checked={table.getIsAllRowsSelected()}
            ref={(box) => {
              if (box) box.indeterminate = table.getIsSomeRowsSelected();
            }}
            onChange={table.getToggleAllRowsSelectedHandler()}
          />
        </th>
      )}
      {group.headers.map((header) => {
        const sorted = header.column.getIsSorted();
        return (
          <th
            key={header.id}
            scope="col"
            data-figures={figures(header.column.columnDef.meta)}
            aria-sort={sorted === "asc" ? "ascending" : sorted === "desc" ? "descending" : undefined}
          >
            {header.column.getCanSort() ? (
              <button
                type="button"
                className="inline-flex items-center gap-1"
                onClick={header.column.getToggleSortingHandler()}
              >
                {flexRender(header.column.columnDef.header, header.getContext())}
                {sorted === "asc" && <ArrowUp size={13} aria-hidden />}
                {sorted === "desc" && <ArrowDown size={13} aria-hidden />}
              </button>
            ) : (
              flexRender(header.column.columnDef.header, header.getContext())
            )}
          </th>
        );
      })}
    </tr>
  );
}

/**
 * The rows in sight of a long table, and as much empty room above and below as the others take. Scrolling
 * draws this and nothing around it.
 */
function RowsInSight<Row>({
  rows,
  scroller,
  width,
  draw,
}: {
  rows: readonly TableRow<Row>[];
  scroller: HTMLDivElement | null;
  width: number;
  draw: (row: TableRow<Row>, place: number) => ReactNode;
}) {
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller,
    estimateSize: () => ROW_PX,
    overscan: 5,
  });
  const items = virtual.getVirtualItems();
  const above = items[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);
  return (
    <>
      {above > 0 && (
        <tr aria-hidden>
          <td colSpan={width} style={{ height: above, padding: 0 }} />
        </tr>
      )}
      {items.map((item) => draw(rows[item.index]!, item.index + 2))}
      {below > 0 && (
        <tr aria-hidden>
          <td colSpan={width} style={{ height: below, padding: 0 }} />
        </tr>
      )}
    </>
  );
}

const figures = (meta: unknown) => ((meta as { figures?: boolean } | undefined)?.figures ? true : undefined);

type BodyRowProps<Row> = {
  row: TableRow<Row>;
  /** Not read here: new columns draw their cells anew. */
  columns: readonly Column<Row>[];
  place: number | undefined;
  selected: boolean;
  tick: string | null;
  ticked: boolean;
  choose: ((id: string) => void) | null;
};

/**
 * Drawn again only when something of it changed: scrolling a long table draws the rows that come in and no
 * others.
 */
const BodyRow = memo(function BodyRow<Row>({
  row,
  place,
  selected,
  tick,
  ticked,
  choose,
}: BodyRowProps<Row>) {
  const onClick = (e: MouseEvent) => {
    if (!(e.target as HTMLElement).closest("a, button, input, select, label")) choose?.(row.id);
  };
  return (
    <tr
      aria-rowindex={place}
      data-selected={selected ? true : undefined}
      onClick={choose ? onClick : undefined}
    >
      {tick !== null && (
        <td>
          <input
            type="checkbox"
            className="size-[17px] accent-[var(--ink)]"
            aria-label={`Tick ${tick}`}
            checked={ticked}
            onChange={row.getToggleSelectedHandler()}
          />
        </td>
      )}
      {row.getVisibleCells().map((cell) => (
        <td key={cell.id} data-figures={figures(cell.column.columnDef.meta)}>
          {flexRender(cell.column.columnDef.cell, cell.getContext())}
        </td>
      ))}
    </tr>
  );
}) as <Row>(props: BodyRowProps<Row>) => ReactNode;

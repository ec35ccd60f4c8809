import { useVirtualizer } from '@tanstack/react-virtual';
import Button from '@mui/material/Button';
import { memo, useMemo, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import css from './FigureGrid.module.css';

export interface GridColumn<R> {
  readonly field: string;
  readonly title: string;
  /** Least width, px; `flex` lets it take what is left. */
  readonly width: number;
  readonly flex?: boolean;
  readonly right?: boolean;
  readonly cell: (row: R) => ReactNode;
  /** What the column is sorted by; rows without it come last. Absent where it can't be sorted. */
  readonly by?: (row: R) => number | string | undefined;
}

export interface FigureGridProps<R extends { readonly id: string }> {
  readonly label: string;
  readonly rows: readonly R[];
  readonly columns: readonly GridColumn<R>[];
  readonly onOpen: (id: string) => void;
  readonly openId?: string | undefined;
  readonly nothing: string;
  /** Height of what stands above it, px. */
  readonly above?: number;
  /** Where the server pages: rows in all, the page shown, and another one asked for. */
  readonly paged?: {
    readonly total: number;
    readonly page: number;
    readonly size: number;
    readonly onPage: (page: number) => void;
  };
}

const ROW = 34;
const HEAD = 38;
/** As in the style sheet. */
const GAP = 10;
const PAD = 10;

interface Sorted {
  readonly field: string;
  readonly down: boolean;
}

function inOrder<R>(rows: readonly R[], by: ((row: R) => number | string | undefined) | undefined, down: boolean) {
  if (!by) return rows;
  const keyed = rows.map((row) => ({ row, key: by(row) }));
  const sign = down ? -1 : 1;
  keyed.sort((a, b) => {
    if (a.key === undefined || b.key === undefined) return a.key === b.key ? 0 : a.key === undefined ? 1 : -1;
    return typeof a.key === 'string' || typeof b.key === 'string'
      ? sign * String(a.key).localeCompare(String(b.key))
      : sign * (a.key - b.key);
  });
  return keyed.map((k) => k.row);
}

function Grid<R extends { readonly id: string }>(props: FigureGridProps<R>) {
  const { label, rows, columns, onOpen, openId, nothing, above = 240, paged } = props;
  const [sorted, setSorted] = useState<Sorted>();
  const [active, setActive] = useState(0);
  const frame = useRef<HTMLDivElement>(null);
  const shown = useMemo(
    () => inOrder(rows, sorted && columns.find((c) => c.field === sorted.field)?.by, sorted?.down ?? false),
    [rows, columns, sorted],
  );
  // Nothing here is memoised by a compiler, so that its functions change is no matter.
  // oxlint-disable-next-line react-hooks/incompatible-library
  const virtual = useVirtualizer({
    count: shown.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW,
    scrollMargin: HEAD,
    overscan: 3,
    initialRect: { width: 1200, height: 500 },
  });
  const template = columns.map((c) => (c.flex ? `minmax(${c.width}px, 1fr)` : `${c.width}px`)).join(' ');
  // Every row as wide as the columns ask, so that they stand under one another where the window is narrower.
  const minWidth = columns.reduce((sum, c) => sum + c.width, 0) + (columns.length - 1) * GAP + 2 * PAD;
  const at = Math.min(active, Math.max(0, shown.length - 1));
  const go = (to: number) => {
    const next = Math.max(0, Math.min(shown.length - 1, to));
    setActive(next);
    virtual.scrollToIndex(next);
    requestAnimationFrame(() => frame.current?.querySelector<HTMLElement>(`[data-at="${next}"]`)?.focus());
  };
  const keys = (e: KeyboardEvent<HTMLElement>) => {
    if (e.key === 'Enter') {
      const id = (e.target as HTMLElement).dataset['id'];
      if (id !== undefined) onOpen(id);
      return;
    }
    const step = { ArrowDown: 1, ArrowUp: -1, PageDown: 12, PageUp: -12, Home: -shown.length, End: shown.length }[
      e.key
    ];
    if (step === undefined) return;
    e.preventDefault();
    go(at + step);
  };
  const height = HEAD + Math.max(3, shown.length) * ROW + 2;
  return (
    <>
      <div
        ref={frame}
        role="grid"
        aria-label={label}
        aria-rowcount={(paged?.total ?? shown.length) + 1}
        className={css['figure-grid']}
        style={{ height: `min(${height}px, max(300px, calc(100vh - ${above}px)))` }}
      >
        <div role="rowgroup" className={css['head']}>
          <div role="row" style={{ gridTemplateColumns: template, minWidth }}>
            {columns.map((c) => {
              const here = sorted?.field === c.field;
              return (
                <div
                  key={c.field}
                  role="columnheader"
                  className={c.right ? 'r' : ''}
                  {...(here ? { 'aria-sort': sorted.down ? ('descending' as const) : ('ascending' as const) } : {})}
                >
                  {c.by && !paged ? (
                    <button
                      type="button"
                      onClick={() =>
                        setSorted(
                          here
                            ? sorted.down
                              ? undefined
                              : { field: c.field, down: true }
                            : { field: c.field, down: false },
                        )
                      }
                    >
                      {c.title}
                      {here && <span aria-hidden>{sorted.down ? ' ↓' : ' ↑'}</span>}
                    </button>
                  ) : (
                    c.title
                  )}
                </div>
              );
            })}
          </div>
        </div>
        <div role="rowgroup" onKeyDown={keys} style={{ height: virtual.getTotalSize(), position: 'relative' }}>
          {virtual.getVirtualItems().map((v) => {
            const row = shown[v.index]!;
            return (
              <GridRow
                key={row.id}
                row={row}
                index={v.index}
                columns={columns}
                template={template}
                minWidth={minWidth}
                selected={row.id === openId}
                inTabOrder={v.index === at}
                onOpen={onOpen}
                onActive={setActive}
              />
            );
          })}
        </div>
        {shown.length === 0 && <p className={`muted ${css['nothing']}`}>{nothing}</p>}
      </div>
      {paged && paged.total > paged.size && <Pages paged={paged} />}
    </>
  );
}

interface GridRowProps<R extends { readonly id: string }> {
  readonly row: R;
  readonly index: number;
  readonly columns: readonly GridColumn<R>[];
  readonly template: string;
  readonly minWidth: number;
  readonly selected: boolean;
  readonly inTabOrder: boolean;
  readonly onOpen: (id: string) => void;
  readonly onActive: (index: number) => void;
}

/** One row. A row that stays where it was while the list is narrowed is not drawn anew. */
const GridRow = memo(function GridRow<R extends { readonly id: string }>(props: GridRowProps<R>) {
  const { row, index, columns, template, minWidth, selected, inTabOrder, onOpen, onActive } = props;
  return (
    <div
      role="row"
      data-id={row.id}
      data-at={index}
      aria-rowindex={index + 2}
      aria-selected={selected}
      tabIndex={inTabOrder ? 0 : -1}
      style={{ gridTemplateColumns: template, minWidth, transform: `translateY(${index * ROW}px)` }}
      onClick={() => {
        onActive(index);
        onOpen(row.id);
      }}
    >
      {columns.map((c) => (
        <div key={c.field} role="gridcell" className={c.right ? 'r' : ''}>
          {c.cell(row)}
        </div>
      ))}
    </div>
  );
}) as <R extends { readonly id: string }>(props: GridRowProps<R>) => ReactNode;

function Pages({
  paged: { total, page, size, onPage },
}: {
  paged: NonNullable<FigureGridProps<{ id: string }>['paged']>;
}) {
  const last = Math.ceil(total / size) - 1;
  return (
    <nav className={css['pages']} aria-label="Pages">
      <span className="muted num">
        {page * size + 1} to {Math.min(total, (page + 1) * size)} of {total}
      </span>
      <Button disabled={page === 0} onClick={() => onPage(page - 1)}>
        Previous page
      </Button>
      <Button disabled={page >= last} onClick={() => onPage(page + 1)}>
        Next page
      </Button>
    </nav>
  );
}

/** A long list of figures: sorted or paged, opened by a click or Enter. Only the rows in sight are in the page. */
export const FigureGrid = memo(Grid) as typeof Grid;

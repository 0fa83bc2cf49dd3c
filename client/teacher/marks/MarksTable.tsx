import type { MarkCell, MarksView } from '@lippet/core/contract/marks';
import { createColumnHelper, flexRender, getCoreRowModel, useReactTable } from '@tanstack/react-table';
import { useVirtualizer, type Virtualizer } from '@tanstack/react-virtual';
import { memo, useMemo, useRef } from 'react';
import { stampPicture } from '../../ui/stampShapes';
import { cellWords, markWords } from '@lippet/core/review/marksCsv';

interface Row {
  person: { id: string; name: string };
  cells: ReadonlyMap<string, MarkCell>;
}

interface Props {
  view: MarksView;
  /** The learner or the activity whose page is open. */
  chosen: string | null;
  onChoose: (id: string) => void;
  onCell: (activity: string, person: string) => void;
}

const column = createColumnHelper<Row>();

/** From so many cells on, only those in sight, and some around them, are there. */
const MANY = 600;
/**
 * Of such a table: how large a cell is, in CSS pixels (page.css says so too), and how many more are there on each side.
 */
const CELL = { width: 152, height: 56 };
const AROUND = { rows: 2, columns: 2 };

/** Which of many rows or columns are there, and how much room the others take before and behind them, in CSS pixels. */
function inSight(
  virtualizer: Virtualizer<HTMLDivElement, Element>,
  count: number,
  all: boolean,
): { indexes: number[]; before: number; behind: number } {
  if (all) return { indexes: Array.from({ length: count }, (_, i) => i), before: 0, behind: 0 };
  const items = virtualizer.getVirtualItems();
  return {
    indexes: items.map(({ index }) => index),
    before: items[0]?.start ?? 0,
    behind: virtualizer.getTotalSize() - (items.at(-1)?.end ?? 0),
  };
}

/** One piece; made once, however often the table around it is drawn while it scrolls. */
const Cell = memo(function Cell({
  cell,
  name,
  title,
  at,
  onCell,
}: {
  cell: MarkCell | undefined;
  name: string;
  title: string;
  at: number;
  onCell: Props['onCell'];
}) {
  return (
    <td aria-colindex={at}>
      {cell && (
        <button
          type="button"
          className="lippet-stamped"
          style={{ backgroundImage: `url("${stampPicture(cell.state)}")` }}
          onClick={() => onCell(cell.activity, cell.person)}
          aria-label={`${name}, ${title}: ${cellWords(cell)}`}
        >
          {markWords(cell)}
          {(cell.late || cell.overdue) && <em>{cell.late ? 'late' : 'overdue'}</em>}
        </button>
      )}
    </td>
  );
});

/**
 * Learners by activities, with heads that stay in sight. Of a large table only what is in sight is there, so that
 * thousands of cells scroll smoothly.
 */
export function MarksTable({ view, chosen, onChoose, onCell }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useMemo(() => {
    const byPerson = new Map<string, Map<string, MarkCell>>();
    for (const cell of view.cells)
      byPerson.set(cell.person, (byPerson.get(cell.person) ?? new Map()).set(cell.activity, cell));
    return view.learners.map((person): Row => ({ person, cells: byPerson.get(person.id) ?? new Map() }));
  }, [view]);
  const columns = useMemo(
    () => [
      column.accessor(({ person }) => person.name, { id: 'learner', header: 'Learner' }),
      ...view.activities.map(({ id, title }) => column.accessor(({ cells }) => cells.get(id), { id, header: title })),
    ],
    [view],
  );
  const table = useReactTable({
    data: rows,
    columns,
    getCoreRowModel: getCoreRowModel(),
    getRowId: ({ person }) => person.id,
  });
  const many = rows.length * view.activities.length > MANY;
  // Scrolled both ways at once, the table is drawn once.
  const common = { getScrollElement: () => scroller.current, enabled: many, useFlushSync: false };
  const down = inSight(
    useVirtualizer({ ...common, count: rows.length, estimateSize: () => CELL.height, overscan: AROUND.rows }),
    rows.length,
    !many,
  );
  const across = inSight(
    useVirtualizer({
      ...common,
      horizontal: true,
      count: view.activities.length,
      estimateSize: () => CELL.width,
      overscan: AROUND.columns,
    }),
    view.activities.length,
    !many,
  );
  const heads = table.getHeaderGroups()[0]!.headers;
  const all = table.getRowModel().rows;
  const room = (width: number, key: string) =>
    width > 0 && <td key={key} aria-hidden className="lippet-room" style={{ minWidth: width, width }} />;
  return (
    <div
      ref={scroller}
      className={`lippet-marks${many ? ' lippet-many' : ''}`}
      tabIndex={0}
      role="region"
      aria-label={`Marks of ${view.group.name}`}
    >
      <table aria-rowcount={rows.length + 1} aria-colcount={view.activities.length + 1}>
        <thead>
          <tr aria-rowindex={1}>
            <th scope="col" aria-colindex={1}>
              Learner
            </th>
            {room(across.before, 'before')}
            {across.indexes
              .map((i) => heads[i + 1]!)
              .map((header, i) => (
                <th
                  key={header.id}
                  scope="col"
                  aria-colindex={across.indexes[i]! + 2}
                  aria-current={chosen === header.id ? 'true' : undefined}
                >
                  <button type="button" onClick={() => onChoose(header.id)}>
                    {flexRender(header.column.columnDef.header, header.getContext())}
                  </button>
                </th>
              ))}
            {room(across.behind, 'behind')}
          </tr>
        </thead>
        <tbody>
          {down.before > 0 && <tr aria-hidden style={{ height: down.before }} />}
          {down.indexes.map((index) => {
            const row = all[index]!;
            return (
              <tr key={row.id} aria-rowindex={index + 2}>
                <th scope="row" aria-colindex={1} aria-current={chosen === row.id ? 'true' : undefined}>
                  <button type="button" onClick={() => onChoose(row.id)}>
                    {row.original.person.name}
                  </button>
                </th>
                {room(across.before, 'before')}
                {across.indexes.map((i) => {
                  const { id, title } = view.activities[i]!;
                  return (
                    <Cell
                      key={id}
                      cell={row.original.cells.get(id)}
                      name={row.original.person.name}
                      title={title}
                      at={i + 2}
                      onCell={onCell}
                    />
                  );
                })}
                {room(across.behind, 'behind')}
              </tr>
            );
          })}
          {down.behind > 0 && <tr aria-hidden style={{ height: down.behind }} />}
        </tbody>
      </table>
    </div>
  );
}

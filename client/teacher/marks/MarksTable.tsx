import type { MarkCell, MarksView } from '@lippet/core/contract/marks';
import { STATE_WORDS } from '@lippet/core/schedule/pieceState';
import { createColumnHelper, flexRender, getCoreRowModel, useReactTable } from '@tanstack/react-table';
import { useMemo } from 'react';
import { Stamp } from '../../ui/Stamp';
import { cellWords } from '@lippet/core/review/marksCsv';

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

/**
 * Learners by activities, with heads that stay in sight. A table of the browser's own: rows that are out of sight are left unpainted, so
 * that thousands of cells scroll smoothly.
 */
export function MarksTable({ view, chosen, onChoose, onCell }: Props) {
  const rows = useMemo(() => {
    const byPerson = new Map<string, Map<string, MarkCell>>();
    for (const cell of view.cells) byPerson.set(cell.person, (byPerson.get(cell.person) ?? new Map()).set(cell.activity, cell));
    return view.learners.map((person): Row => ({ person, cells: byPerson.get(person.id) ?? new Map() }));
  }, [view]);
  const columns = useMemo(() => [
    column.accessor(({ person }) => person.name, { id: 'learner', header: 'Learner' }),
    ...view.activities.map(({ id, title }) => column.accessor(({ cells }) => cells.get(id), { id, header: title })),
  ], [view]);
  const table = useReactTable({ data: rows, columns, getCoreRowModel: getCoreRowModel(), getRowId: ({ person }) => person.id });
  return (
    <div className="lippet-marks" tabIndex={0} role="region" aria-label={`Marks of ${view.group.name}`}>
      <table>
        <thead>
          {table.getHeaderGroups().map(({ id, headers }) => (
            <tr key={id}>
              {headers.map((header, i) => (
                <th key={header.id} scope="col" aria-current={chosen === header.id ? 'true' : undefined}>
                  {i === 0 ? 'Learner' : <button type="button" onClick={() => onChoose(header.id)}>{flexRender(header.column.columnDef.header, header.getContext())}</button>}
                </th>
              ))}
            </tr>
          ))}
        </thead>
        <tbody>
          {table.getRowModel().rows.map((row) => (
            <tr key={row.id}>
              {row.getVisibleCells().map((each, i) => {
                if (i === 0) return <th key={each.id} scope="row" aria-current={chosen === row.id ? 'true' : undefined}><button type="button" onClick={() => onChoose(row.id)}>{row.original.person.name}</button></th>;
                const cell = each.getValue() as MarkCell | undefined;
                return (
                  <td key={each.id}>
                    {cell && (
                      <button type="button" onClick={() => onCell(cell.activity, cell.person)} aria-label={`${row.original.person.name}, ${each.column.columnDef.header as string}: ${cellWords(cell)}`}>
                        <Stamp state={cell.state} size={24} />
                        <span>{cell.mark?.mark?.words ?? STATE_WORDS[cell.state]}{(cell.late || cell.overdue) && <em>{cell.late ? 'late' : 'overdue'}</em>}</span>
                      </button>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

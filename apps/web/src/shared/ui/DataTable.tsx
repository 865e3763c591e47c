import { Table, TableBody, TableCell, TableHead, TableRow, TableSortLabel } from '@mui/material';
import {
  type ColumnDef,
  createColumnHelper,
  createSortedRowModel,
  rowSortingFeature,
  sortFn_alphanumeric,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { type RefObject, useRef } from 'react';
import { color, TEXT } from './tokens.ts';
import { useSeen } from './useSeen.ts';

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { alphanumeric: sortFn_alphanumeric },
});

/** Makes the columns of a table whose rows are such. */
export function columnsOf<T extends object>() {
  return createColumnHelper<typeof features, T>();
}

const ROW_HEIGHT = 38;

const ROOMY = {
  '& th, & td': { fontSize: TEXT.control, px: 1.25, py: 0, height: ROW_HEIGHT, borderColor: color('line') },
  '& th': { fontWeight: 500, fontSize: TEXT.note, color: color('soft') },
  '& tr:last-of-type td': { borderBottom: 0 },
};
const DENSE = {
  '& th, & td': { fontSize: TEXT.note, px: 0.5, py: 0.35, textAlign: 'right', borderColor: color('line') },
  '& th': { fontWeight: 500 },
  '& th:first-of-type': { textAlign: 'left', pl: 0 },
  '& tbody tr:last-of-type > *': { borderBottom: 0 },
};

/** Rows under heads that sort them; of a long table only what is seen is drawn. */
export function DataTable<T extends { readonly id: string }>({
  label,
  columns,
  data,
  scroller,
  rowHead,
  dense = false,
}: {
  label: string;
  columns: readonly ColumnDef<typeof features, T>[];
  data: readonly T[];
  /** Scroller of the table, where it can be long. */
  scroller?: RefObject<HTMLElement | null>;
  /** The column that says what its row is about. */
  rowHead?: string;
  /** Small, with figures to the right of a name. */
  dense?: boolean;
}) {
  const whole = useRef<HTMLTableElement>(null);
  const table = useTable({ features, columns, data, getRowId: (row) => row.id, enableMultiSort: false });
  const { rows } = table.getRowModel();
  const { seen, above, below } = useSeen({
    count: rows.length,
    height: () => ROW_HEIGHT,
    scroller: scroller ?? whole,
  });
  return (
    <Table ref={whole} aria-label={label} aria-rowcount={rows.length + 1} sx={dense ? DENSE : ROOMY}>
      <TableHead>
        {table.getHeaderGroups().map((group) => (
          <TableRow key={group.id}>
            {group.headers.map((header) => {
              const { id, column } = header;
              const sorted = column.getIsSorted();
              const head = <table.FlexRender header={header} />;
              return (
                <TableCell key={id} scope="col" sortDirection={sorted}>
                  {column.getCanSort() ? (
                    <TableSortLabel
                      active={sorted !== false}
                      direction={sorted || 'asc'}
                      onClick={column.getToggleSortingHandler()}
                    >
                      {head}
                    </TableSortLabel>
                  ) : (
                    head
                  )}
                </TableCell>
              );
            })}
          </TableRow>
        ))}
      </TableHead>
      <TableBody>
        <Gap height={above} />
        {seen.map((index) => {
          const row = rows[index];
          return (
            row && (
              <TableRow key={row.id} aria-rowindex={index + 2}>
                {row.getAllCells().map((cell) => (
                  <TableCell
                    key={cell.id}
                    {...(cell.column.id === rowHead ? { component: 'th', scope: 'row' } : {})}
                  >
                    <table.FlexRender cell={cell} />
                  </TableCell>
                ))}
              </TableRow>
            )
          );
        })}
        <Gap height={below} />
      </TableBody>
    </Table>
  );
}

/** Stands for rows that are not drawn. */
function Gap({ height }: { height: number }) {
  if (height <= 0) return null;
  return (
    <tr aria-hidden>
      <td style={{ height, padding: 0, border: 0 }} />
    </tr>
  );
}

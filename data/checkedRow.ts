import type { Outcome } from "#core/outcome";
import { check } from "#data/check";
import type { Op, Rows, TableName } from "#data/rows";
import { shapes } from "#data/shapes";

/** A row by today's shape of its table; problems whose paths begin at the row. */
export const checkedRow = ({ table, put }: Extract<Op, { put: unknown }>): Outcome<Rows[TableName]> =>
  check<Rows[TableName]>(shapes[table], put);

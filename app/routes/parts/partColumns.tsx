import { Link } from "react-router";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { Length } from "#ui/Length";
import { PartPicture } from "#ui/PartPicture";
import type { Column } from "#ui/Table";
import { Evidence } from "./Evidence";
import { cameAs, goesOn } from "./view";

/** Its longest side on the bench, mm; 0 of one that has no size there yet. */
const longestOf = ({ sizeMm, held }: PartPlan) => (sizeMm && !held ? Math.max(...sizeMm) : 0);

/** What the table of parts says of each. */
export const partColumns = (sceneId: string): Column<PartPlan>[] => [
  {
    id: "picture",
    header: "look",
    enableSorting: false,
    cell: ({ row }) =>
      row.original.measurement ? <PartPicture picture={row.original.measurement.picture} /> : null,
  },
  {
    id: "name",
    header: "part",
    accessorFn: (r) => r.part.name,
    cell: ({ row }) => (
      <Link
        to={`/scenes/${sceneId}/parts/${row.original.part.id}`}
        className="underline decoration-primer-3 underline-offset-4"
      >
        {row.original.part.name}
      </Link>
    ),
  },
  { id: "count", header: "of it", accessorFn: (r) => r.part.count, meta: { figures: true } },
  { id: "came", header: "came as", accessorFn: cameAs },
  {
    id: "factor",
    header: "factor",
    accessorFn: (r) => r.rescale.factor,
    cell: ({ row }) =>
      row.original.part.meshId && !row.original.held ? row.original.rescale.factor.toFixed(5) : "–",
    meta: { figures: true },
  },
  {
    id: "length",
    header: "longest",
    accessorFn: longestOf,
    cell: ({ row }) => (longestOf(row.original) > 0 ? <Length modelMm={longestOf(row.original)} /> : "–"),
    meta: { figures: true },
  },
  {
    id: "evidence",
    header: "evidence",
    accessorFn: (r) => r.rescale.sure,
    cell: ({ row }) => <Evidence p={row.original} />,
  },
  { id: "goes", header: "goes on", accessorFn: goesOn },
];

import { Link } from "react-router";
import { getWorkshop } from "#data/workshop";
import type { Route } from "./+types/overview";

export const clientLoader = async () => ({ workshop: await getWorkshop() });

export default function Overview({ loaderData: { workshop } }: Route.ComponentProps) {
  const rows = [
    ["/workshop/printers", "Printers", `${workshop.printers.length} printers`],
    [
      "/workshop/materials",
      "Materials",
      `${workshop.materials.length} to print with; what every plastic, sheet and glue is like`,
    ],
    [
      "/workshop/print-recipes",
      "Print recipes",
      workshop.printRecipes.length === 0
        ? "Everything is printed as its machine is set"
        : `${workshop.printRecipes.length} recipes`,
    ],
    [
      "/workshop/trials",
      "Trials of a fit",
      workshop.coupons.length === 0
        ? "Clearances follow common practice so far"
        : `${workshop.coupons.length} kept`,
    ],
    [
      "/workshop/products",
      "Products",
      "How long films, glues and grounds take, what they attack; your own times",
    ],
    ["/workshop/rooms", "Rooms", "Air, dust, noise, quiet hours; what an hour and a kilowatt-hour are worth"],
    ["/workshop/paints", "Paints", `${workshop.paints.length} pots, ${workshop.recipes.length} mixes`],
    ["/workshop/hours", "Hours", `${workshop.hours.filter((d) => d.length > 0).length} days a week`],
    ["/workshop/archive", "Archive", "Take everything away in one file, bring it back, start over"],
  ] as const;
  return (
    <>
      <h1 className="mb-1">Workshop</h1>
      <p className="mb-4 text-ink-2">What all scenes share.</p>
      <ul className="grid gap-3 sm:grid-cols-2">
        {rows.map(([to, name, what]) => (
          <li key={to} className="panel">
            <h2>
              <Link to={to} className="underline decoration-primer-3 underline-offset-4">
                {name}
              </Link>
            </h2>
            <p className="text-ink-2">{what}</p>
          </li>
        ))}
      </ul>
    </>
  );
}

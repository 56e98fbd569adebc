import { useEffect, useState } from "react";
import type { Outcome } from "#core/outcome";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { pegStyleOf } from "#core/print/pegPlaces";
import { useToast } from "#ui/Toasts";
import { useJob } from "#app/hooks/useJob";
import { undoAction } from "#app/jobs/keep";
import { cutPart } from "#app/jobs/shaping";
import type { CutPlace, CutProposal, PlacedCut } from "#core/print/cutting";
import { findCuts, placeCuts } from "#workers/print";

export type Cuts = ReturnType<typeof useCuts>;

/**
 * Planes to cut a part along: proposed, put and moved by hand, looked at on the mesh whenever they change.
 * @returns the planes, what each is like on the mesh, what went wrong, and what can be done
 */
export function useCuts(p: PartPlan, soup: TriangleSoup) {
  const { factor } = p.rescale;
  const { printer } = p.finish!;
  const size = p.sizeMm ?? ([1, 1, 1] as const);
  const [places, setPlaces] = useState<readonly CutPlace[]>([]);
  const [pegged, setPegged] = useState(true);
  const proposal = useJob<Outcome<CutProposal>>();
  const cutting = useJob<Outcome<{ pieces: number; pegs: number }>>();
  const { job, start, clear } = useJob<readonly PlacedCut[]>();
  const say = useToast();
  useEffect(() => {
    if (places.length === 0) return clear();
    const style = pegged ? pegStyleOf(printer.process) : null;
    return void start((_, signal) => placeCuts(soup.corners, places, factor, style, signal));
  }, [places, pegged, soup, factor, printer.process, start, clear]);
  const placed = job.value ?? [];
  return {
    places,
    placed,
    size,
    pegged,
    setPegged,
    proposal,
    cutting,
    said: [proposal.job, cutting.job].flatMap((j) =>
      j.value && !j.value.ok ? [j.value.problems[0]!.message] : j.said ? [j.said] : [],
    ),
    reasons: proposal.job.value?.ok ? proposal.job.value.value.cuts : [],
    add: (axis: 0 | 1 | 2) => setPlaces([...places, { axis, share: 0.5 }]),
    take: ({ axis, share }: CutPlace) => setPlaces([{ axis, share }]),
    remove: (i: number) => setPlaces(places.filter((_, j) => j !== i)),
    move: (i: number, mm: number) =>
      setPlaces(places.map((k, j) => (j === i ? { ...k, share: within(mm / size[k.axis]!) } : k))),
    propose: async () => {
      const found = await proposal.start((_, signal) => findCuts(soup.corners, factor, printer, signal));
      if (found?.ok) setPlaces(found.value.cuts.map(({ axis, share }) => ({ axis, share })));
    },
    cut: async () => {
      const planes = placed.map((k) => k.plane);
      const made = await cutting.start((tell, signal) => cutPart(p, planes, pegged, tell, signal));
      if (!made?.ok) return;
      setPlaces([]);
      const { pieces, pegs } = made.value;
      const held = pegs > 0 ? `held by ${pegs} pegs` : "to be glued flat";
      say(`${p.part.name} is ${pieces} pieces now, ${held}.`, undoAction);
    },
  };
}

/** A plane stays inside the part, however little. */
const within = (share: number) => Math.min(0.999, Math.max(0.001, share));

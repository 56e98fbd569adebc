import { leafCopies, leafText } from "#core/plan/lay/leafCopies";
import { LEAF_DEG, leafHinges, leafStands, leafWays } from "#core/scene/leaf";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { Choice, Field } from "#ui/Field";
import { KeptForm } from "#route/KeptForm";

/** What the ways of standing are called, with how far each is turned. */
const standWords = (stand: (typeof leafStands)[number]): string =>
  stand === "each its own" ? "each its own, drawn" : `${stand}, ${LEAF_DEG[stand]}°`;

/** A door, a shutter or a lid: on which edge it is hung, and how its copies stand. */
export function LeafForm({ part: p }: { readonly part: PartPlan }) {
  const { leaf } = p.part.place;
  const copies = leafCopies(p, useScene().plan.parts);
  return (
    <details open={leaf ? true : undefined}>
      <summary className="text-[14px]">It opens, like a door or a lid</summary>
      <KeptForm
        className="mt-2 grid grid-cols-2 items-end gap-3"
        key={p.part.id}
        version={JSON.stringify(leaf)}
      >
        <input type="hidden" name="partId" value={p.part.id} />
        <Choice
          label="Hung on its"
          name="hinge"
          defaultValue={leaf?.hinge ?? ""}
          options={[["", "does not open"], ...leafHinges.map((h) => [h, `${h} edge`] as const)]}
        />
        <Choice
          label="Swings to the"
          name="way"
          defaultValue={leaf?.way ?? "front"}
          options={leafWays.map((w) => [w, `${w} of the board`] as const)}
        />
        <Choice
          label="Its copies stand"
          name="stand"
          defaultValue={leaf?.stand ?? "ajar"}
          options={leafStands.map((s) => [s, standWords(s)] as const)}
        />
        <Field label="Draw" name="seed" type="number" min={0} defaultValue={leaf?.seed ?? 1} />
        <Button type="submit" name="intent" value="leaf" className="col-span-full justify-self-start">
          Set how it opens
        </Button>
      </KeptForm>
      {leaf && p.part.place.placements.length === 0 && (
        <p className="mt-2 text-[14px]">
          None of its copies is on the board yet: put them there on its page, and they stand as they can.
        </p>
      )}
      {copies.length > 0 && <p className="mt-2 text-[14px]">They stand so: {leafText(copies)}.</p>}
    </details>
  );
}

import type { Problem } from "#core/outcome";
import type { Listing } from "#core/scene/part";
import { Choice, Field } from "#ui/Field";

/** What a listing says of a file, and what may be guessed of it. */
export function ListingFields({
  listing,
  problems,
}: {
  listing?: Listing;
  problems: readonly Problem[] | undefined;
}) {
  return (
    <>
      <Choice
        label="Its supports"
        name="supports"
        defaultValue={listing?.supports ?? "not told"}
        options={[
          ["not told", "not told"],
          ["none needed", "none needed"],
          ["supported", "comes supported"],
        ]}
      />
      <Field
        label="Finest detail, mm"
        name="detail"
        inputMode="decimal"
        defaultValue={listing?.smallestDetailMm ?? ""}
        problems={problems}
      />
      <Field
        label="Solid, % of its box"
        name="fill"
        inputMode="decimal"
        placeholder="as usual"
        defaultValue={listing?.fillShare === undefined ? "" : Number((100 * listing.fillShare).toFixed(1))}
        problems={problems}
      />
    </>
  );
}

import { ciede2000 } from "#core/paint/ciede2000";
import type { Shelf } from "#core/paint/layerBody";
import type { Finding } from "#core/plan/finding";
import { partFinding, partMend } from "#core/plan/parts/partFinding";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { chromaOf, mainColour, toldBy } from "#core/plan/colour/scenePalette";
import { placeName } from "#core/scene/zone";

/** A planned colour this far from the picture is another colour (default: plainly different). */
const OFF = 5;
/** So much more chroma than the picture is told by itself (default). */
const LOUDER = 10;

/** Zones whose planned colour is not that of the picture that they are tied to. */
export const wantedFindings = (parts: readonly PartPlan[], shelf: Shelf): Finding[] =>
  parts
    .filter((p) => !p.held)
    .flatMap(({ part }) =>
      part.zones.flatMap((zone): readonly Finding[] => {
        const main = mainColour(zone);
        const planned = zone.wanted && main ? toldBy(main, shelf) : null;
        if (!zone.wanted || !planned) return [];
        const off = ciede2000(planned.lab, zone.wanted);
        const louder = chromaOf(planned.lab) - chromaOf(zone.wanted);
        if (off <= OFF && louder <= LOUDER) return [];
        const untied = part.zones.map(({ wanted, ...z }) =>
          z.number === zone.number || !wanted ? z : { ...z, wanted },
        );
        const chroma =
          louder > LOUDER
            ? `, and stronger: chroma ${chromaOf(planned.lab).toFixed(0)} against ${chromaOf(zone.wanted).toFixed(0)}`
            : "";
        return [
          partFinding(
            part,
            "weakens",
            "colour",
            "not-as-picture",
            `${placeName(part, zone)}: ${planned.name} is ${off.toFixed(1)} off the picture${chroma}. ` +
              "Mix it nearer before the first coat, or say that it is another colour on purpose.",
            [partMend(part, "It is on purpose", { zones: untied })],
            String(zone.number),
          ),
        ];
      }),
    );

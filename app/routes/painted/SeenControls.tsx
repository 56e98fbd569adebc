import { type Lamp, lamps } from "#app/routes/look/view";
import { Button } from "#ui/Button";

/** How a part is looked at. */
export type Seen = {
  readonly lamp: Lamp;
  readonly isFlat: boolean;
  readonly isWet: boolean;
  /** As large as it looks from the scene's distance; as large as the page has room for otherwise. */
  readonly isTrue: boolean;
};

/** In the light of a room, dry, as large as there is room for. */
export const plainly: Seen = { lamp: lamps["a room"], isFlat: false, isWet: false, isTrue: false };

/** Under which light, wet or dry, and how large. */
export const SeenControls = ({
  seen,
  set,
}: {
  readonly seen: Seen;
  readonly set: (patch: Partial<Seen>) => void;
}) => (
  <>
    <fieldset className="grid gap-1">
      <legend className="text-[13px] text-ink-2">Under</legend>
      <div className="flex flex-wrap gap-1">
        {Object.entries(lamps).map(([name, lamp]) => {
          const isOn = !seen.isFlat && seen.lamp === lamp;
          return (
            <Button
              key={name}
              kind={isOn ? "main" : "plain"}
              aria-pressed={isOn}
              onClick={() => set({ lamp, isFlat: false })}
            >
              {name}
            </Button>
          );
        })}
        <Button
          kind={seen.isFlat ? "main" : "plain"}
          aria-pressed={seen.isFlat}
          onClick={() => set({ isFlat: !seen.isFlat })}
        >
          no light, flat swatch
        </Button>
      </div>
    </fieldset>
    <label className="flex items-center gap-2 text-[14px]">
      <input type="checkbox" checked={seen.isWet} onChange={(e) => set({ isWet: e.target.checked })} />
      while it is wet: darker, as it dries it comes back
    </label>
    <label className="flex items-center gap-2 text-[14px]">
      <input type="checkbox" checked={seen.isTrue} onChange={(e) => set({ isTrue: e.target.checked })} />
      as small as it looks from where the scene is seen
    </label>
  </>
);

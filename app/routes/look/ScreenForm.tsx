import { useScreenSize } from "#app/hooks/useScreenSize";

/** Width of any bank, library or bus card, mm. @source ISO/IEC 7810 ID-1 */
const CARD_MM = 85.6;
const CARD_HIGH_MM = 53.98;

/** Sets this screen by a card that is held to it, once, and how far the eyes are. */
export function ScreenForm() {
  const [screen, set] = useScreenSize();
  const { pxPerMm, eyesMm, isMeasured } = screen;
  return (
    <details className="panel">
      <summary className="cursor-pointer text-[14px]">
        {isMeasured ? "This screen is measured" : "True size: measure this screen with a card"}
      </summary>
      <div className="mt-2 grid gap-2 text-[14px]">
        <p>Hold any card of the usual size to the screen, and draw this one as wide.</p>
        <div className="max-w-full overflow-x-auto">
          <div
            aria-hidden
            className="grid place-items-center rounded-[10px] border-2 border-ink"
            style={{ width: CARD_MM * pxPerMm, height: CARD_HIGH_MM * pxPerMm }}
          >
            85.6 mm
          </div>
        </div>
        <label className="grid gap-1">
          <span>wider or narrower</span>
          <input
            type="range"
            min={2}
            max={12}
            step={0.02}
            value={pxPerMm}
            aria-label="Width of the card on this screen"
            aria-valuetext={`${(CARD_MM * pxPerMm).toFixed(0)} pixels`}
            onChange={(e) => set({ ...screen, pxPerMm: Number(e.target.value), isMeasured: true })}
            className="h-9 accent-[var(--tape)]"
          />
        </label>
        <label className="flex items-center gap-2">
          eyes to the screen, cm
          <input
            type="number"
            className="input !w-24"
            min={20}
            max={300}
            value={eyesMm / 10}
            onChange={(e) => {
              const mm = 10 * Number(e.target.value);
              if (mm >= 200 && mm <= 3000) set({ ...screen, eyesMm: mm });
            }}
          />
        </label>
      </div>
    </details>
  );
}

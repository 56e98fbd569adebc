import { useState } from "react";
import type { LaidPiece, PlatePlan } from "#core/plan/plates/planPlates";
import type { PlateLayout } from "#core/scene/plateLayout";
import { layByPlan, unlockPiece } from "#app/jobs/plateLayouts";
import type { SceneView } from "#app/jobs/sceneView";
import { Button } from "#ui/Button";
import { Choice } from "#ui/Field";
import { BedMat } from "./BedMat";
import { NudgeButtons, TurnButtons } from "./PieceTools";
import { siblingsOf, usePlateByHand } from "./usePlateByHand";

/** A plate's bed, and beside it what can be done with the piece that is selected on it. */
export function PlateByHand({ plate, view }: { readonly plate: PlatePlan; readonly view: SceneView }) {
  const [selected, setSelected] = useState<string | null>(null);
  const { refused, setRefused, settle, moveTo } = usePlateByHand(view);
  const layout = view.input.layouts.find((l) => l.id === plate.layoutId) ?? null;
  const piece = plate.laid.find((l) => l.id === selected) ?? null;
  return (
    <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_230px]">
      <div className="mx-auto w-full max-w-[620px]">
        <BedMat
          plate={plate}
          locked={new Set(layout?.laid.map((l) => l.id))}
          selected={selected}
          onSelect={setSelected}
          onMove={(next) => settle(plate, next)}
          onRefused={setRefused}
        />
      </div>
      <div className="grid content-start gap-3">
        {refused && (
          <p role="alert" className="border-l-4 border-tape bg-mat-line px-3 py-2">
            {refused}
          </p>
        )}
        {plate.running ? (
          <p>It is running; what lies on it stays.</p>
        ) : piece ? (
          <PieceByHand
            piece={piece}
            layout={layout}
            settle={(next) => settle(plate, next)}
            siblings={siblingsOf(view.plan.plates, plate)}
            moveTo={(target) => void moveTo(plate, piece, target)}
          />
        ) : (
          <p className="text-[14px]">
            Drag a piece, or select it and use the arrow keys (with shift 10 mm);{" "}
            <span className="kbd">q</span> and <span className="kbd">e</span> turn it. What lies on a plate
            that you laid stays; other pieces are laid round it.
          </p>
        )}
        {layout && <Button onClick={() => void layByPlan(layout)}>Lay the whole plate again</Button>}
      </div>
    </div>
  );
}

function PieceByHand({
  piece,
  layout,
  settle,
  siblings,
  moveTo,
}: {
  readonly piece: LaidPiece;
  readonly layout: PlateLayout | null;
  readonly settle: (next: LaidPiece) => void;
  readonly siblings: readonly PlatePlan[];
  readonly moveTo: (target: PlatePlan) => void;
}) {
  return (
    <>
      <h2>
        {piece.partName}
        {piece.spare ? ", spare" : ""}
      </h2>
      <p className="figures text-[14px]">
        {piece.xMm.toFixed(1)}, {piece.yMm.toFixed(1)} mm, turned {piece.turnDeg.toFixed(0)}°,{" "}
        {piece.heightMm.toFixed(1)} mm high
      </p>
      <TurnButtons settle={settle} piece={piece} />
      <NudgeButtons settle={settle} piece={piece} />
      {layout?.laid.some((l) => l.id === piece.id) && (
        <Button kind="quiet" onClick={() => void unlockPiece(layout, piece)}>
          Let the plan move this one
        </Button>
      )}
      {siblings.length > 0 && (
        <Choice
          label="Put it on"
          name="other"
          value=""
          onChange={(e) => {
            const to = siblings.find((s) => s.id === e.target.value);
            if (to) moveTo(to);
          }}
          options={[["", "this plate"], ...siblings.map((s) => [s.id, `plate ${s.number}`] as const)]}
        />
      )}
    </>
  );
}

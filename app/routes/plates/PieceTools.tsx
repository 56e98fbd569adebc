import { RotateCcw, RotateCw } from "lucide-react";
import { type LaidPiece } from "#core/plan/plates/planPlates";
import { Button } from "#ui/Button";
import { movedPiece, turnedPiece } from "./movePiece";

/** A quarter turn either way. */
export function TurnButtons({
  settle,
  piece,
}: {
  readonly settle: (next: LaidPiece) => void;
  readonly piece: LaidPiece;
}) {
  return (
    <div className="flex flex-wrap gap-2">
      <Button icon={<RotateCcw size={15} aria-hidden />} onClick={() => settle(turnedPiece(piece, 90))}>
        Turn left
      </Button>
      <Button icon={<RotateCw size={15} aria-hidden />} onClick={() => settle(turnedPiece(piece, -90))}>
        Turn right
      </Button>
    </div>
  );
}

/** Five millimetres to a side. */
export function NudgeButtons({
  settle,
  piece,
}: {
  readonly settle: (next: LaidPiece) => void;
  readonly piece: LaidPiece;
}) {
  return (
    <div className="grid grid-cols-4 gap-1.5">
      {(
        [
          ["left", -5, 0],
          ["right", 5, 0],
          ["back", 0, 5],
          ["front", 0, -5],
        ] as const
      ).map(([word, x, y]) => (
        <Button key={word} className="!px-1 justify-center" onClick={() => settle(movedPiece(piece, x, y))}>
          {word}
        </Button>
      ))}
    </div>
  );
}

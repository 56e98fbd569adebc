/** What guesses of scale said of themselves, beside how often they were right; worked out by the build. */
export type Calibration = {
  readonly things: number;
  readonly bins: readonly { readonly count: number; readonly said: number; readonly right: number }[];
  readonly error: number;
  readonly sure: number;
  readonly sureWrong: number;
};

export const sureText = ({ things, error, sure, sureWrong }: Calibration): string =>
  `Of ${things} generated things of known drawing, which tuned nothing, ${sure} were told as sure and ` +
  `${sureWrong} of those wrongly. A share is off by ${(100 * error).toFixed(0)} in 100 in the mean; on the line ` +
  "it would be right as often as it says.";

/** @returns null where the build made none, or it cannot be read */
export async function loadCalibration(fetched: typeof fetch = fetch): Promise<Calibration | null> {
  try {
    const answer = await fetched("/demo/scale.json");
    return answer.ok ? ((await answer.json()) as Calibration) : null;
  } catch {
    return null;
  }
}

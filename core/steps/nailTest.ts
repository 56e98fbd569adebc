/** Whether a filler is hard enough to be sanded: a step, since no clock says it for sure (common practice). */
export const nailTest = (hours: number) =>
  ({
    action: "test",
    title: "Press a nail into it: it leaves no mark",
    minutes: 0.5,
    facts: { checks: ["material"] },
    notes: hours > 0 ? [`Not before ${hours} h after the last layer.`] : [],
  }) as const;

/**
 * Where good builders disagree about the order of work. The first choice of each is what is done until
 * another is
 * chosen. Common practice on both sides.
 */
export const orderSchools = {
  faults: [
    ["find and mend first", "primer is the last check"],
    ["prime, find, mend, prime again", "faults show under primer; one coat more is planned"],
  ],
  cure: [
    ["supports off first", "they come off easily"],
    ["cure on the supports", "thin parts do not warp"],
  ],
  primer: [
    ["always prime", "raw plastic shines in the recesses"],
    ["dark plastic is the shadow", "no primer where the plastic is dark and matte"],
  ],
  clearCoats: [
    ["one coat at the end", "least work"],
    ["a clear coat between stages", "what is done is safe from what follows"],
  ],
  pigment: [
    ["seal, then dust", "powder stays bright; it comes off on fingers"],
    ["dust, seal, dust again", "some of it stays for good"],
  ],
  flame: [
    ["flame, then join", "glue does not meet the flame; the joint is filled by hand"],
    ["join, cure a day, then flame", "the joint is filled with the rest; the flame keeps 20 mm off it"],
  ],
  joining: [
    ["join, then paint", "joints are filled and hidden, one light over all"],
    ["paint, then join", "the brush reaches everywhere, borders stay clean"],
  ],
} as const satisfies Record<string, readonly (readonly [name: string, because: string])[]>;

export type SchoolTopic = keyof typeof orderSchools;
/** What a scene chose; a topic that is not there is as usual. */
export type OrderSchools = { readonly [T in SchoolTopic]?: (typeof orderSchools)[T][number][0] };

export const schoolTopics = Object.keys(orderSchools) as SchoolTopic[];
export const topicNames: Record<SchoolTopic, string> = {
  faults: "When faults are looked for",
  cure: "Curing resin",
  primer: "Dark plastic",
  clearCoats: "Varnish between stages",
  pigment: "Powder",
  flame: "Flame and joints",
  joining: "Painting and joining",
};

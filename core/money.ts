const formats = new Map<string, Intl.NumberFormat>();

/** One form for each currency: making one takes longer than a hundred uses of it. */
function formatOf(currency: string): Intl.NumberFormat {
  const known = formats.get(currency);
  if (known) return known;
  const made = new Intl.NumberFormat("en", { style: "currency", currency });
  formats.set(currency, made);
  return made;
}

/**
 * Money as people read it.
 * @param minor in hundredths of the currency
 * @param currency its ISO 4217 code
 */
export const moneyText = (minor: number, currency: string): string => formatOf(currency).format(minor / 100);

/**
 * Money as people read it.
 * @param minor in hundredths of the currency
 * @param currency its ISO 4217 code
 */
export const moneyText = (minor: number, currency: string): string =>
  new Intl.NumberFormat("en", { style: "currency", currency }).format(minor / 100);

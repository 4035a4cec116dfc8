/** An amount on a paper, with its cents: «€1,234.50». */
export const exactMoney = (amount: number, currency: string): string =>
  new Intl.NumberFormat('en-GB', { style: 'currency', currency, currencyDisplay: 'narrowSymbol' }).format(
    amount,
  );

/** To whole cents, half up. */
export const toCents = (amount: number): number => Math.round((amount + Number.EPSILON) * 100) / 100;

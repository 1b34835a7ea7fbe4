import { Decimal as Exact } from 'decimal.js';

/** Exact decimal numbers: points are added and weighed without the rounding of binary fractions. */
export const Decimal = Exact.clone({ precision: 40, rounding: Exact.ROUND_HALF_UP });
export type Decimal = InstanceType<typeof Decimal>;

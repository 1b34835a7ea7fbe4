import * as formulas from '@formulajs/formulajs';

/** Functions that a formula can call, by the names that spreadsheets share; IF, IFERROR, AND and OR are the evaluator's own. */
export const FUNCTIONS: Readonly<Record<string, (...given: unknown[]) => unknown>> = Object.fromEntries(
  Object.entries({
    ...{ SUM: formulas.SUM, AVERAGE: formulas.AVERAGE, MIN: formulas.MIN, MAX: formulas.MAX, COUNT: formulas.COUNT },
    ...{ COUNTA: formulas.COUNTA, COUNTBLANK: formulas.COUNTBLANK, COUNTIF: formulas.COUNTIF, SUMIF: formulas.SUMIF },
    ...{ AVERAGEIF: formulas.AVERAGEIF, MEDIAN: formulas.MEDIAN, MODE: formulas.MODESNGL, PRODUCT: formulas.PRODUCT },
    ...{ STDEV: formulas.STDEVS, STDEVP: formulas.STDEVP, VAR: formulas.VARS, VARP: formulas.VARP },
    ...{ QUARTILE: formulas.QUARTILEINC, PERCENTILE: formulas.PERCENTILEINC, CORREL: formulas.CORREL },
    ...{ SLOPE: formulas.SLOPE, INTERCEPT: formulas.INTERCEPT, RSQ: formulas.RSQ, LARGE: formulas.LARGE },
    ...{ SMALL: formulas.SMALL, ROUND: formulas.ROUND, ROUNDUP: formulas.ROUNDUP, ROUNDDOWN: formulas.ROUNDDOWN },
    ...{ INT: formulas.INT, ABS: formulas.ABS, SQRT: formulas.SQRT, POWER: formulas.POWER, MOD: formulas.MOD },
    ...{ EXP: formulas.EXP, LN: formulas.LN, LOG: formulas.LOG, LOG10: formulas.LOG10, PI: formulas.PI },
    ...{ SIN: formulas.SIN, COS: formulas.COS, TAN: formulas.TAN, ASIN: formulas.ASIN, ACOS: formulas.ACOS },
    ...{ ATAN: formulas.ATAN, ATAN2: formulas.ATAN2, DEGREES: formulas.DEGREES, RADIANS: formulas.RADIANS },
    ...{ NOT: formulas.NOT, CONCAT: formulas.CONCATENATE, CONCATENATE: formulas.CONCATENATE, LEN: formulas.LEN },
    ...{ LEFT: formulas.LEFT, RIGHT: formulas.RIGHT, MID: formulas.MID, UPPER: formulas.UPPER, LOWER: formulas.LOWER },
    ...{ TRIM: formulas.TRIM, SUBSTITUTE: formulas.SUBSTITUTE, VALUE: formulas.VALUE },
    ...{ VLOOKUP: formulas.VLOOKUP, INDEX: formulas.INDEX, MATCH: formulas.MATCH }
  }).map(([name, call]) => [name, call as (...given: unknown[]) => unknown])
);

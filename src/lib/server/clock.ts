import type { Moment } from '$core/time/moment';
import { config } from './config';

/**
 * The one place that reads the time.
 *
 * `VENDRO_NOW` moves it, `VENDRO_CLOCK=frozen` stops it. The demo loader and the tests' control route set it anew.
 */
export const clock = {
  now(): Moment {
    return frozenAt ?? Date.now() + offset;
  },

  /** Puts the clock at a moment; from there it runs on, or stands where it is frozen. */
  set(moment: Moment, options: { frozen: boolean }): void {
    offset = moment - Date.now();
    frozenAt = options.frozen ? moment : null;
  }
};

let offset = 0;
let frozenAt: Moment | null = null;

if (config.clockStart !== null) clock.set(config.clockStart, { frozen: config.clockFrozen });

import type { ParamMatcher } from '@sveltejs/kit';

/** A UUID as the database makes them (RFC 9562). Anything else is no address of ours. */
export const match: ParamMatcher = (param) =>
  /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/.test(param);

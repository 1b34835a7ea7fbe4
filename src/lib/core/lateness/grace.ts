import type { LatePolicy } from './late-policy';

/** The grace of a policy in minutes; a policy without one is exact to the second. */
export function graceMinutes(policy: LatePolicy): number {
  return policy.kind === 'none' ? 0 : policy.graceMinutes;
}

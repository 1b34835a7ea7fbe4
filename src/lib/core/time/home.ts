/**
 * The zone in which the school's courses run. Whoever reads there needs no name of a zone beside a moment; whoever reads
 * elsewhere, or on nobody's clock, does. One for each process, since one school is served by it.
 */
let home: string | null = null;
const listeners: Array<() => void> = [];

/** @param zone an IANA zone; null where none is known yet, and none is named */
export function setHome(zone: string | null): void {
  if (zone === home) return;
  home = zone;
  for (const changed of listeners) changed();
}
export const homeZone = (): string | null => home;

/** Told when the zone turns out to be another: what was said before may lack a name. */
export const onHomeChange = (changed: () => void): void => void listeners.push(changed);

/** How a zone is named beside a moment of its clocks: " (New York)"; nothing at home. */
export const zoneBeside = (zone: string): string => (home === null || zone === home ? '' : ` (${zoneName(zone)})`);

/** A zone as people say it: the place after which it is named. */
export const zoneName = (zone: string): string => zone.split('/').at(-1)?.replaceAll('_', ' ') ?? zone;

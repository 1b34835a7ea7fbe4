import { createContext, hasContext, getContext, setContext } from 'svelte';
import { homeZone } from '$core/time/home';

/** The reader's own IANA zone, for moments that are said deep inside a page. The root layout gives it. */
export const [getZone, setZone] = createContext<() => string>();

/** The moment at which the page was read, by the server's clock; the root layout gives it too. */
export const [getNow, setNow] = createContext<() => number>();

const COURSE = Symbol('the clocks of a course');

/** The zone in which the course of a page runs, for fields that are read on its clocks. Pages of a course give it. */
export const setCourseZone = (zone: () => string): void => void setContext(COURSE, zone);

/** That zone; the one of the school where a page has said nothing else. Null where nobody knows one. */
export const getCourseZone = (): (() => string | null) =>
  hasContext(COURSE) ? getContext<() => string>(COURSE) : homeZone;

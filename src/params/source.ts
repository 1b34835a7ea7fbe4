import { SOURCES, type SourceName } from '$core/materials/source';

/** Where a file lies, as a part of its address. */
export const match = (param: string): param is SourceName => SOURCES.some((source) => source === param);

import { answerOf, askable } from '$ui/workers/ask-worker';
import type { Stretch } from '$core/recordings/stretches';
import type { Heard } from '../../workers/recording';

const ask = askable(
  () => new Worker(new URL('../../workers/recording.ts', import.meta.url), { type: 'module', name: 'recording' })
);

/** A recording could not be read, or what reads it could not be fetched. */
export class NotRead extends Error {}

const asked = <A>(said: Promise<{ answer: A } | { failed: true }>) =>
  answerOf(said, new NotRead('The recording could not be read.'));

/** How a recording sounds and how long it is. @throws NotRead */
export const listenTo = (parts: readonly Blob[]) => asked(ask<{ answer: Heard }>({ do: 'listen', parts: [...parts] }));
/** The same of a file at an address of ours. @throws NotRead */
export const listenAt = (address: string) =>
  asked(ask<{ answer: Heard }>({ do: 'listen-to', address: new URL(address, location.href).href }));
/** One file of what is kept. @throws NotRead */
export const cutOf = (parts: readonly Blob[], kept: readonly Stretch[] | null) =>
  asked(ask<{ answer: { file: Blob; seconds: number } }>({ do: 'cut', parts: [...parts], kept: kept && [...kept] }));
/** Fetches what that needs, so that it is here when the line is not. */
export const prepareStudio = (): void => ask.begin();

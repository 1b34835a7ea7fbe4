import { answerOf, askable } from '$ui/workers/ask-worker';
import type { Sound } from '$core/recordings/levels';
import type { Passage } from '$core/recordings/passages';
import type { Together } from '../../workers/recording';

const ask = askable(
  () => new Worker(new URL('../../workers/recording.ts', import.meta.url), { type: 'module', name: 'recording' })
);

/** A recording could not be read, or what reads it could not be fetched. */
export class NotRead extends Error {}

const asked = <A>(said: Promise<{ answer: A } | { failed: true }>) =>
  answerOf(said, new NotRead('The recording could not be read.'));

type Heard = { sound: Sound | null };
/** How a recording sounds; null where this browser cannot tell. @throws NotRead */
export const listenTo = (recording: Blob) => asked(ask<{ answer: Heard }>({ do: 'listen', recording }));
/** The same of a file at an address of ours. @throws NotRead */
export const listenAt = (address: string) =>
  asked(ask<{ answer: Heard }>({ do: 'listen-to', address: new URL(address, location.href).href }));
/** One file of what is kept. @throws NotRead */
export const putTogether = (parts: readonly Blob[], passages: readonly Passage[] | null) =>
  asked(ask<{ answer: Together }>({ do: 'cut', parts: [...parts], passages: passages && [...passages] }));
/** Fetches what that needs, so that it is here when the line is not. */
export const prepareStudio = (): void => ask.begin();

import { deserialize } from '$app/forms';
import type { ActionResult } from '@sveltejs/kit';

/** A form on its way, with its figures. `fetch` tells nothing of what has been sent, so this is an XMLHttpRequest. */
export interface Sending {
  done: Promise<ActionResult>;
  cancel(): void;
}

/**
 * Sends a form with files to its action.
 *
 * @param onProgress share of the bytes that have left, 0 to 1
 * @returns the action's result; `done` rejects when the connection is lost or the person cancels
 */
export function sendFiles(action: string, form: FormData, onProgress: (share: number) => void): Sending {
  const request = new XMLHttpRequest();
  const done = new Promise<ActionResult>((resolve, reject) => {
    request.open('POST', action);
    request.setRequestHeader('accept', 'application/json');
    request.setRequestHeader('x-sveltekit-action', 'true');
    request.upload.onprogress = (event) => event.lengthComputable && onProgress(event.loaded / event.total);
    request.onload = () => {
      try {
        resolve(deserialize(request.responseText));
      } catch {
        reject(new Error('The answer could not be read.'));
      }
    };
    request.onerror = () => reject(new Error('The connection was lost.'));
    request.onabort = () => reject(new Error('Cancelled.'));
    request.send(form);
  });
  return { done, cancel: () => request.abort() };
}

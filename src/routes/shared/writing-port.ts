import { deserialize } from '$app/forms';
import type { WritingPort } from '$ui/authoring/writing';
import { previewBrief } from './preview-brief';

/** What the page of an assignment asks the server while it is written. */
export const writingPort: WritingPort = {
  preview: previewBrief,
  async hold(draft, known) {
    const body = new FormData();
    body.set('draft', draft);
    body.set('known', known === null ? '' : String(known));
    const headers = { 'x-sveltekit-action': 'true' };
    try {
      const answer = await fetch('?/hold', { method: 'POST', body, headers });
      const result = deserialize(await answer.text());
      if (result.type === 'success') {
        const { version, at } = result.data as { version: number; at: number };
        return { kept: true, version, at };
      }
      if (result.type === 'redirect') return { kept: false, problem: SIGNED_OUT };
      return result.type === 'failure' ? { kept: false, problem: String(result.data?.problem) } : 'unreached';
    } catch {
      return 'unreached';
    }
  }
};

const SIGNED_OUT = 'You are signed out here. Sign in again in another tab; what you wrote stays on this page.';

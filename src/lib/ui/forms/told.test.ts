import type { ActionResult } from '@sveltejs/kit';
import { expect, it, vi } from 'vitest';
import { told } from './told';

/** What a form is told of a result, in the order in which it is. */
async function heard(result: ActionResult) {
  const said: unknown[] = [];
  const formData = new FormData();
  const update = vi.fn(async () => void said.push('read anew'));
  const answered = told({
    busy: (on) => said.push(on ? 'busy' : 'free'),
    problem: (words) => said.push(words === '' ? 'no problem' : words),
    done: (answer, sent) => said.push(answer, sent === formData)
  })({ formData } as Parameters<ReturnType<typeof told>>[0]);
  const after = await answered;
  if (after) await after({ result, update } as unknown as Parameters<typeof after>[0]);
  return said;
}

it('says what was done, after the page has it', async () => {
  const result = { type: 'success' as const, status: 200, data: { kept: 2 } };
  expect(await heard(result)).toEqual(['busy', 'free', 'no problem', 'read anew', { kept: 2 }, true]);
});

it('says why it was refused, and is not done', async () => {
  const result = { type: 'failure' as const, status: 409, data: { problem: 'It was returned meanwhile.' } };
  expect(await heard(result)).toEqual(['busy', 'free', 'It was returned meanwhile.', 'read anew']);
});

it('says that the server could not be reached, and reads nothing that is not there', async () => {
  const said = await heard({ type: 'error', error: new TypeError('Failed to fetch') });
  expect(said).toEqual(['busy', 'free', expect.stringContaining('could not be reached')]);
});

it('is done where it leads elsewhere', async () => {
  const result = { type: 'redirect' as const, status: 303, location: '/desk' };
  expect(await heard(result)).toEqual(['busy', 'free', 'no problem', 'read anew', {}, true]);
});

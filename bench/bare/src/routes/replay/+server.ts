import { replay } from '../../recorded';

/** The fair floor for a submit: the very statements that ours runs, with their values, and nothing else. */
export const POST = async ({ request }: { request: Request }) => {
  const form = await request.formData();
  await replay(String(form.get('key')));
  return new Response('{"type":"success"}', { headers: { 'content-type': 'application/json' } });
};

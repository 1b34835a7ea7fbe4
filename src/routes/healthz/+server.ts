import { json } from '@sveltejs/kit';
import { checkHealth } from '$server/jobs/health';

export const GET = async () => {
  const health = await checkHealth(__VENDRO_VERSION__);
  return json(health, { status: health.ok ? 200 : 503 });
};

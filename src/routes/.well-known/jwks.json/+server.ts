import { json } from '@sveltejs/kit';
import { publicKeys } from '$server/receipts/school-key';

/** The school's public keys, with which anyone can verify a receipt (JWK Set, RFC 7517). */
export const GET = async () => json(await publicKeys(), { headers: { 'cache-control': 'public, max-age=300' } });

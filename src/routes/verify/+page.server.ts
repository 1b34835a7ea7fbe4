import type { JSONWebKeySet } from 'jose';
import { publicKeys } from '$server/receipts/school-key';

/** For anyone, signed in or not. */
export const load = async () => ({ keys: (await publicKeys()) as JSONWebKeySet });

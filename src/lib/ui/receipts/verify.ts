import { compactVerify, createLocalJWKSet, type JSONWebKeySet } from 'jose';
import { bagVerdict, saysTheSame, type PieceVerdict } from '$core/receipts/verdict';
import { Receipt } from '$core/receipts/receipt';
import type { Unpacked } from '../../workers/unpack';

/** What was found out about a receipt or a bag. */
export type Verified =
  | { ok: true; receipt: Receipt; pieces: PieceVerdict[] | null }
  | { ok: false; why: 'unreadable' | 'no-receipt' | 'signature' | 'plain-differs' };

/**
 * Verifies a signed receipt, or a sheet or a bag with one inside, wholly in this browser.
 *
 * @param keys the school's public keys; with them at hand no network is needed
 */
export async function verify(file: File, keys: JSONWebKeySet): Promise<Verified> {
  const head = new TextDecoder('latin1').decode(await file.slice(0, 5).arrayBuffer());
  const holds = head.startsWith('PK\x03\x04') || head === '%PDF-';
  if (!holds) return verifyText(await file.slice(0, 4_000_000).text(), keys, NOTHING_BESIDE);
  const unpacked = await unpack(file);
  if (!unpacked.ok) return { ok: false, why: 'unreadable' };
  return unpacked.jws === null ? { ok: false, why: 'no-receipt' } : verifyText(unpacked.jws, keys, unpacked);
}

/** What came with a signed receipt. */
type Beside = Pick<Extract<Unpacked, { ok: true }>, 'files' | 'plain'>;
const NOTHING_BESIDE: Beside = { files: null, plain: null };

async function verifyText(jws: string, keys: JSONWebKeySet, { files, plain }: Beside): Promise<Verified> {
  if (!/^[\w-]+\.[\w-]+\.[\w-]+\s*$/.test(jws)) return { ok: false, why: 'no-receipt' };
  try {
    const { payload } = await compactVerify(jws.trim(), createLocalJWKSet(keys), { algorithms: ['EdDSA'] });
    const signed: unknown = JSON.parse(new TextDecoder().decode(payload));
    if (!saysTheSame(plain, signed)) return { ok: false, why: 'plain-differs' };
    const receipt = Receipt.parse(signed);
    return { ok: true, receipt, pieces: files && bagVerdict(receipt, files) };
  } catch {
    return { ok: false, why: 'signature' };
  }
}

function unpack(file: File): Promise<Unpacked> {
  const worker = new Worker(new URL('../../workers/unpack.ts', import.meta.url), { type: 'module', name: 'unpack' });
  return new Promise<Unpacked>((resolve) => {
    worker.onmessage = ({ data }: MessageEvent<Unpacked>) => resolve(data);
    worker.onerror = () => resolve({ ok: false });
    worker.postMessage(file);
  }).finally(() => worker.terminate());
}

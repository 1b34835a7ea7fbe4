import { createHash } from 'node:crypto';
import type { Readable } from 'node:stream';
import yazl from 'yazl';
import { bagInfo, DECLARATION, manifest, payloadOf } from '$core/receipts/bag';
import type { Receipt } from '$core/receipts/receipt';
import { openSound, soundPath } from '../blobs/sound';
import { clock } from '../clock';

/**
 * A round as a bag (BagIt, RFC 8493) in a ZIP, as it streams: every file as it was received, manifests by SHA-256, and the
 * receipt, plain and signed, as tag files. `sha256sum -c manifest-sha256.txt` inside it verifies the files.
 *
 * A file that turns out to be damaged on its way ends the stream with an error; what is already known to be says so first.
 *
 * @throws BlobDamaged
 */
export async function bagOf(receipt: Receipt, jws: string): Promise<Readable> {
  for (const file of payloadOf(receipt)) await soundPath(file);
  const zip = new yazl.ZipFile();
  const output = zip.outputStream as Readable;
  zip.on('error', (error: Error) => output.destroy(error));
  const folder = `receipt-${receipt.number}`;
  const mtime = new Date(receipt.receivedAt);
  const payload = payloadOf(receipt);
  const tags = Object.entries({
    'bagit.txt': DECLARATION,
    'bag-info.txt': bagInfo(receipt, payload, clock.now()),
    'manifest-sha256.txt': manifest(payload),
    'receipt.json': `${JSON.stringify(receipt, null, 2)}\n`,
    'receipt.jws': jws
  }).map(([path, text]) => ({ path, text, sha256: createHash('sha256').update(text).digest('hex') }));
  const add = (path: string, text: string) => zip.addBuffer(Buffer.from(text), `${folder}/${path}`, { mtime });
  for (const { path, text } of tags) add(path, text);
  add('tagmanifest-sha256.txt', manifest(tags));
  // A bag has a payload folder even where it holds only links.
  zip.addEmptyDirectory(`${folder}/data`, { mtime });
  for (const { path, sha256, size } of payload) {
    zip.addReadStreamLazy(`${folder}/${path}`, { mtime, size, compress: false }, (give) => {
      openSound({ sha256, size }).then(
        (bytes) => give(null, bytes),
        (error: Error) => output.destroy(error)
      );
    });
  }
  zip.end();
  return output;
}

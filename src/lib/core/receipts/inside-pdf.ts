/** The most streams that are looked into, and the most bytes that they may unpack to altogether. */
const MOST_STREAMS = 2000;
const MOST_UNPACKED = 32_000_000;
const SIGNED = /^[\w-]+\.[\w-]+\.[\w-]+\s*$/;

/**
 * The signed receipt that lies inside a PDF (ISO 32000-1, 7.3.8): the stream, packed or not, that is one and nothing else.
 * Whatever other programs have done to the document since, what is found is verified by its signature.
 *
 * @returns null where there is none
 */
export async function receiptInside(pdf: Uint8Array): Promise<string | null> {
  // One character is one byte, so that places in the text are places in the file.
  const text = new TextDecoder('iso-8859-1').decode(pdf);
  const budget = { left: MOST_UNPACKED };
  let at = 0;
  for (let n = 0; n < MOST_STREAMS && budget.left > 0; n++) {
    const found = text.indexOf('stream', at);
    if (found < 0) break;
    const begin = found + 'stream'.length + (text.startsWith('\r\n', found + 6) ? 2 : 1);
    const end = text.indexOf('endstream', begin);
    if (end < 0) break;
    at = end + 'endstream'.length;
    const receipt = await receiptIn(pdf.subarray(begin, end), budget);
    if (receipt !== null) return receipt;
  }
  return null;
}

async function receiptIn(stream: Uint8Array, budget: { left: number }): Promise<string | null> {
  // As zlib begins (RFC 1950): everything that is packed in PDF by its usual way does.
  const packed = stream[0] !== undefined && (stream[0] & 15) === 8;
  const bytes = packed ? await unpacked(stream, budget) : stream;
  budget.left -= bytes.length;
  if (bytes.length > 4_000_000) return null;
  const said = new TextDecoder().decode(bytes).trim();
  return SIGNED.test(said) ? said : null;
}

async function unpacked(stream: Uint8Array, budget: { left: number }): Promise<Uint8Array> {
  const parts: Uint8Array[] = [];
  let size = 0;
  try {
    // What stands between the packed bytes and the word that ends them is left over, and no error of theirs.
    const reader = new Blob([new Uint8Array(stream)])
      .stream()
      .pipeThrough(new DecompressionStream('deflate'))
      .getReader();
    for (let read = await reader.read(); !read.done; read = await reader.read()) {
      size += read.value.length;
      if (size > budget.left) {
        await reader.cancel();
        break;
      }
      parts.push(read.value);
    }
  } catch {
    // What was unpacked until then is looked at.
  }
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

/** What is text, and not on its way already in pieces. */
const TEXT = /^(text\/(html|plain|css|csv|calendar|xml)|application\/(json|xml|rss\+xml)|image\/svg\+xml)\b/;
/** Less than this is one packet either way; more than this is a file, which leaves as it lies on the disk. */
const LEAST = 1024;
const MOST = 4 * 1024 * 1024;
/** Where another level costs more time than the line saves. */
const BROTLI = {
  params: { [constants.BROTLI_PARAM_QUALITY]: 4, [constants.BROTLI_PARAM_MODE]: constants.BROTLI_MODE_TEXT }
};
const GZIP = { level: 6 };
const ENCODERS = {
  br: (bytes: Buffer) => promisify(brotliCompress)(bytes, BROTLI),
  gzip: (bytes: Buffer) => promisify(gzip)(bytes, GZIP)
};

/**
 * An answer of text, smaller where its reader unpacks it (RFC 9110, 8.4). Packed beside the thread that answers others.
 * Files and streams are left as they are. What pages hold that only their reader may know is bound to no form: requests are
 * known for ours by where they come from, so that the lengths of packed pages give no such secret away.
 */
export async function compressed(response: Response, request: Request): Promise<Response> {
  const { headers, status, body } = response;
  const encoding = accepted(request.headers.get('accept-encoding') ?? '');
  if (body === null || status !== 200 || !encoding || request.method === 'HEAD' || !isText(headers)) return response;
  const bytes = Buffer.from(await response.arrayBuffer());
  const own = new Headers(headers);
  own.append('vary', 'accept-encoding');
  if (bytes.length < LEAST || bytes.length > MOST) return new Response(bytes, { status, headers: own });
  const packed = await ENCODERS[encoding](bytes);
  own.set('content-encoding', encoding);
  own.set('content-length', String(packed.length));
  // What it is called by names these bytes; the packed ones are others (RFC 9110, 8.8.1).
  const tag = own.get('etag');
  if (tag && !tag.startsWith('W/')) own.set('etag', `W/${tag}`);
  return new Response(new Uint8Array(packed), { status, headers: own });
}

function isText(headers: Headers): boolean {
  const length = Number(headers.get('content-length') ?? 0);
  return (
    TEXT.test(headers.get('content-type') ?? '') &&
    !headers.has('content-encoding') &&
    !headers.has('content-disposition') &&
    !headers.has('content-range') &&
    length <= MOST
  );
}

/** The better of those that are taken; what is taken with a weight of nothing is not. */
function accepted(header: string): keyof typeof ENCODERS | null {
  const taken = new Map(
    header.split(',').map((part) => {
      const [name = '', ...rest] = part
        .trim()
        .toLowerCase()
        .split(/\s*;\s*/);
      return [name, !rest.some((one) => /^q=0(\.0*)?$/.test(one))];
    })
  );
  if (taken.get('br')) return 'br';
  return taken.get('gzip') ? 'gzip' : null;
}

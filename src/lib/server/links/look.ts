import { cut } from '$core/cut';
import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';
import { z } from 'zod';
import { verdictOf, wantsOwnTab, type Met } from '$core/links/verdict';
import type { LinkLook } from '$core/links/words';
import { registerBlob } from '../blobs/register';
import { storeBlob, type StoredBlob } from '../blobs/store';
import { clock } from '../clock';
import { inTransaction, select } from '../db/connection';
import { parseApart } from '../parsing/pool';
import { fetchGuarded, PAGE_LIMITS, Unreached } from './fetch-guarded';
import type { Allowed } from './guard';
import type { PageText } from '$core/links/page-text';
import { simulatedSite } from './simulated-site';
import { portfolioAt, type Within } from './within';

/**
 * Looks at an address as a stranger would, and keeps what was there: verdict, title, text and, where the page offers
 * one, its picture. Looks are never changed; looking again makes another one.
 */
export async function lookAtLink(url: string): Promise<LinkLook> {
  const allowed = await simulatedSite();
  const { met, page } = await meet(url, allowed);
  const picture = page?.picture ? await fetchPicture(page.picture, met, allowed) : null;
  const verdict = verdictOf(url, met);
  const bind = [
    url,
    new Date(clock.now()),
    verdict,
    wantsOwnTab(met),
    met.reached ? met.finalUrl : null,
    met.reached ? met.status : null,
    met.reached ? met.mediaType : null,
    page?.title ?? '',
    page?.excerpt ?? '',
    page?.text ?? '',
    page ? createHash('sha256').update(page.text).digest('hex') : null,
    picture?.sha256 ?? null
  ];
  return inTransaction(async (tx) => {
    if (picture) await registerBlob(picture, tx);
    const [row] = await select(z.object({ id: z.string() }), INSERT, bind, tx);
    const finalUrl = met.reached && met.finalUrl !== url ? met.finalUrl : null;
    return {
      id: row?.id ?? '',
      at: clock.now(),
      verdict,
      ownTab: wantsOwnTab(met),
      finalUrl,
      title: page?.title ?? '',
      excerpt: page?.excerpt ?? '',
      pictured: picture !== null
    };
  });
}

async function meet(url: string, allowed: Allowed | null): Promise<{ met: Met; page: PageText | null }> {
  const own = await portfolioAt(url);
  if (own) return metHere(own);
  try {
    const { status, finalUrl, headers, body } = await fetchGuarded(url, allowed);
    const mediaType = headers['content-type'] ?? '';
    const page = await pageOf(mediaType, body);
    const met: Met = {
      reached: true,
      status,
      finalUrl,
      mediaType,
      frameOptions: headers['x-frame-options'] ?? '',
      policy: headers['content-security-policy'] ?? '',
      title: page.title,
      text: page.text,
      asksPassword: page.asksPassword
    };
    return { met, page };
  } catch (error) {
    if (error instanceof Unreached) return { met: { reached: false, why: error.why }, page: null };
    throw error;
  }
}

/** What is ours is not fetched: whoever asks would meet the page that asks to sign in. Who may see it is asked where it is handed over. */
function metHere({ url, title, published, text }: Within): { met: Met; page: PageText } {
  const said = published ? text : 'This portfolio has not been published yet.';
  const about = { title, text: said, excerpt: cut(said, 300), asksPassword: false, picture: null };
  const met = {
    ...about,
    reached: true,
    status: published ? 200 : 403,
    finalUrl: url,
    mediaType: 'text/html'
  } as const;
  return { met: { ...met, frameOptions: '', policy: '' }, page: about };
}

// PostgreSQL keeps no zero bytes in text.
/** What is no page has no text of its own; its bytes stand for it, so that a change of them is seen. */
async function pageOf(mediaType: string, body: Buffer): Promise<PageText> {
  const nothing = { title: '', excerpt: '', asksPassword: false, picture: null };
  if (/html|xml/i.test(mediaType)) {
    // A page that costs too much to read is held against itself by its bytes alone.
    const page = await parseApart('page', { html: body.toString('utf8').replaceAll('\0', ' ') }).catch(() => null);
    if (page) return page;
  }
  if (/^text\//i.test(mediaType))
    return { ...nothing, text: body.toString('utf8').replaceAll('\0', ' ').slice(0, 200_000) };
  return { ...nothing, text: `${mediaType} ${createHash('sha256').update(body).digest('hex')}` };
}

/** The picture that a page offers of itself, drawn anew small: what is kept is ours, not the site's bytes. */
async function fetchPicture(address: string, met: Met, allowed: Allowed | null): Promise<StoredBlob | null> {
  try {
    if (!met.reached || !URL.canParse(address, met.finalUrl)) return null;
    const { status, body } = await fetchGuarded(new URL(address, met.finalUrl).href, allowed, PAGE_LIMITS);
    if (status !== 200) return null;
    const small = await parseApart('picture', { bytes: body });
    return await storeBlob(Readable.from([small]));
  } catch {
    // A page without a picture is a page all the same.
    return null;
  }
}

const INSERT = `
  insert into link_looks (url, looked_at, verdict, own_tab, final_url, status, media_type, title, excerpt, body_text,
    text_sha256, picture_sha256)
  values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12) returning id`;

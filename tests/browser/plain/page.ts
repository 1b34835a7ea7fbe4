import type { APIResponse, Locator, Page } from '@playwright/test';

/** What a page of a browser and one of a plain window can both be asked for. */
export type Asked = Pick<Page, 'getByRole' | 'getByLabel' | 'getByText' | 'locator'>;

/** What can be done with both. */
export type Opened = Asked & Pick<Page, 'goto' | 'reload' | 'url'>;

/**
 * A plain window, in the words of Playwright's types: its parts are of the same kind as a browser's. What only a browser can do
 * with such a part, a plain one does not have, and a journey that asks it for that ends there.
 */
export interface PlainPage extends Opened {
  request: { get(address: string): Promise<Pick<APIResponse, 'status' | 'ok' | 'headers' | 'text' | 'json'>> };
  /** What stands here, as a browser without scripts draws it. */
  html(): string;
  /** The cookies that go with each request, as a header. */
  cookie(): string;
  /** Another window of the same person. */
  another(): PlainPage;
  /** Follows a link that leads to a file. @returns its name and its bytes */
  download(link: Locator): Promise<{ name: string; bytes: Buffer }>;
}

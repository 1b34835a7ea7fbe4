<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import { SvelteMap } from 'svelte/reactivity';
  import { addressText } from '$core/links/address';
  import { sizeText } from '$core/materials/size-text';
  import { AT_ONCE, type StoreEntry } from '$core/shelf/outside';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import When from '$ui/time/When.svelte';
  import { Copying } from './copying.svelte';

  interface Props {
    store: { url: string; username: string } | null;
    path: string;
    /** What is shown of the folder, of how many, where it goes on, and by which words of names. */
    stretch: { entries: StoreEntry[]; of: number; from: number; next: number | null; named: string };
    /** Why the folder could not be read. */
    trouble: string | null;
    problem: string | null;
    readAgain: () => Promise<void>;
  }
  /** A store elsewhere, from which copies are taken onto the Shelf. */
  const { store, path, stretch, trouble, problem, readAgain }: Props = $props();
  const scripted = whenScripted();
  const copies = new SvelteMap<string, Copying>();
  let reading = $state(false);
  let connecting = $state(false);

  const above = $derived(path === '/' ? null : path.replace(/\/[^/]+\/?$/, '') || '/');
  const entries = $derived(stretch.entries);
  const stretchHref = (from: number) => `${folderHref(path)}&named=${encodeURIComponent(stretch.named)}&from=${from}`;
  const folderHref = (to: string) => `/shelf/store?path=${encodeURIComponent(to)}`;

  async function copy(entry: StoreEntry) {
    const copying = new Copying();
    copies.set(entry.path, copying);
    if (await copying.run(entry.path)) return;
    if (copying.words === '') copies.delete(entry.path);
  }
  async function again() {
    reading = true;
    await readAgain();
    reading = false;
  }
</script>

<div class="mx-auto max-w-4xl px-4 pt-5 pb-16">
  <p class="mb-3 text-sm"><a class="link" href="/shelf">Back to the Shelf</a></p>
  <h1 class="mb-1 page-title">A store elsewhere</h1>
  {#if problem}<Message kind="problem">{problem}</Message>{/if}
  {#if store}
    <p class="mb-4 opacity-85">
      {addressText(store.url)}, as {store.username}. A copy is taken as the file is at that moment. Nothing there is
      changed or shared with anyone.
    </p>
    <div class="mb-3 flex flex-wrap items-center gap-3">
      <h2 class="text-xl font-semibold wrap-anywhere">{path === '/' ? 'At the top' : path}</h2>
      {#if above !== null}<a class="btn btn-sm" href={folderHref(above)}>Up</a>{/if}
      <button class="btn btn-sm" onclick={again} disabled={!scripted.yes || reading}>
        <Icon name="refresh-cw" />
        {reading ? 'Asking the store …' : 'Ask the store again'}
      </button>
      <form method="post" action="?/forget" use:act class="ml-auto">
        <button class="btn btn-ghost btn-sm">Disconnect it</button>
      </form>
    </div>
    {#if stretch.named !== '' || stretch.of > entries.length}
      <form method="get" class="mb-3 flex flex-wrap items-end gap-2">
        <input type="hidden" name="path" value={path} />
        <Field label="Only names with"
          ><input class="input input-sm" name="named" value={stretch.named} maxlength="200" /></Field
        >
        <button class="btn btn-sm">Narrow down</button>
        <span class="figures text-sm"
          >{stretch.of === 0
            ? 'None'
            : `${stretch.from + 1} to ${stretch.from + entries.length} of ${stretch.of}`}</span
        >
      </form>
    {/if}
    {#if trouble}
      <Message kind="problem">{trouble}</Message>
    {:else if entries.length === 0}
      <p class="rounded border border-dashed border-base-300 p-8">
        {stretch.named === '' ? 'Nothing lies in this folder.' : 'No name in this folder has that in it.'}
      </p>
    {:else}
      <ul class="divide-y divide-base-300 rounded border border-base-300 bg-base-100 px-4">
        {#each entries as entry (entry.path)}
          {@const copying = copies.get(entry.path)}
          <li class="py-2">
            <div class="flex items-center gap-x-3">
              {#if entry.kind === 'folder'}
                <Icon name="folder" size={20} class="shrink-0 opacity-70" />
                <a class="min-w-0 link py-2 font-medium wrap-anywhere link-hover" href={folderHref(entry.path)}
                  >{entry.name}</a
                >
              {:else}
                <Icon name="file-text" size={20} class="shrink-0 opacity-70 max-sm:self-start" />
                <div class="flex min-w-0 grow flex-wrap items-center gap-x-3">
                  <span class="min-w-0 font-medium wrap-anywhere">{entry.name}</span>
                  <span class="text-sm opacity-85">
                    {#if entry.changedAt !== null}<When moment={entry.changedAt} />,{/if}
                    {entry.size === null ? 'size not said' : sizeText(entry.size)}
                  </span>
                  <span class="ml-auto">
                    {#if copying?.done}<a class="btn btn-ghost btn-sm" href="/shelf">On your Shelf</a>
                    {:else if copying && copying.words === ''}
                      <button class="btn btn-sm" onclick={() => copying.cancel()}
                        >Cancel<span class="sr-only"> copying {entry.name}</span></button
                      >
                    {:else}
                      <button class="btn btn-sm" disabled={!scripted.yes} onclick={() => copy(entry)}
                        >Copy to the Shelf<span class="sr-only"> {entry.name}</span></button
                      >
                    {/if}
                  </span>
                </div>
              {/if}
            </div>
            {#if copying && !copying.done && copying.words === ''}
              <div class="flex items-center gap-3">
                <progress
                  class="progress w-56 progress-primary"
                  value={copying.copied}
                  max={copying.of || 1}
                  aria-label="{entry.name}, copied"
                ></progress>
                <span class="figures text-sm" role="status"
                  >{copying.of > 0 ? Math.floor((copying.copied / copying.of) * 100) : 0} % copied</span
                >
              </div>
            {:else if copying?.words}<p role="alert" class="text-sm font-medium text-error">{copying.words}</p>{/if}
          </li>
        {/each}
      </ul>
      {#if stretch.next !== null || stretch.from > 0}
        <nav class="mt-3 flex gap-2" aria-label="Further names">
          {#if stretch.from > 0}<a class="btn btn-sm" href={stretchHref(Math.max(0, stretch.from - AT_ONCE))}
              >Those before</a
            >{/if}
          {#if stretch.next !== null}<a class="btn btn-sm" href={stretchHref(stretch.next)}>Those after</a>{/if}
        </nav>
      {/if}
    {/if}
  {:else}
    <p class="mb-4 max-w-prose opacity-85">
      Where you keep your files elsewhere, connect that store once. It has to speak WebDAV; its settings say under which
      address. Copies are taken when you ask for them, and your password is kept sealed.
    </p>
    <form method="post" action="?/connect" use:act={(on) => (connecting = on)} class="grid max-w-md gap-3">
      <Field label="WebDAV address">
        <input
          class="input w-full"
          name="url"
          inputmode="url"
          autocomplete="off"
          spellcheck="false"
          required
          maxlength="500"
        />
      </Field>
      <Field label="Name there">
        <input class="input w-full" name="username" autocomplete="off" required maxlength="200" />
      </Field>
      <Field label="Password there" about="Best one made for apps">
        <input class="input w-full" name="password" type="password" autocomplete="off" required maxlength="500" />
      </Field>
      <button class="btn justify-self-start btn-primary" disabled={connecting}
        >{connecting ? 'Asking the store …' : 'Connect'}</button
      >
    </form>
  {/if}
</div>

<script lang="ts">
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { sizeText } from '$core/materials/size-text';
  import Answered from '$ui/primitives/Answered.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import When from '$ui/time/When.svelte';

  const { data, form } = $props();
  const WHAT = { missing: 'is gone from the disk', cut: 'is cut off', altered: 'is not what was stored' };
  const well = $derived(data.mails.length === 0 && data.damaged.length === 0 && !data.diskFull);
</script>

<svelte:head><title>Troubles · Vendro</title></svelte:head>
<h1 class="mb-4 page-title">Troubles</h1>
<Answered {form} />
{#if well}
  <EmptyState
    ><p>
      All is well: every mail was taken, every file that was looked at is what was stored, and there is room for more.
    </p></EmptyState
  >
{/if}
{#if data.diskFull}
  <Message kind="problem">
    The disk is almost full, so no files are taken in. Submitting works on what is left. Make room on the machine;
    nothing has to be started again.
  </Message>
{/if}
{#if data.damaged.length > 0}
  <section class="mb-8" aria-labelledby="damaged">
    <h2 id="damaged" class="text-xl font-semibold">Damaged files</h2>
    <p class="mb-2 max-w-prose text-sm">
      Receipts and rounds stay as they are. A file is mended when somebody who has it adds it once more, or from a
      backup (<code>npm run restore -- --blobs FOLDER</code>).
    </p>
    <ul class="divide-y divide-base-300 border-y border-base-300 bg-base-100">
      {#each data.damaged as file (file.sha256)}
        <li class="px-3 py-2">
          <p>
            <b class="wrap-anywhere">{file.name}</b>
            {file.whose ? `of ${file.whose}` : ''}
            {WHAT[file.what]} ({sizeText(file.size)})
          </p>
          <p class="text-sm">Found <When moment={file.at} both={false} /></p>
          <p class="font-mono text-xs wrap-anywhere opacity-85">SHA-256 {file.sha256}</p>
        </li>
      {/each}
    </ul>
  </section>
{/if}
{#if data.mails.length > 0}
  <section aria-labelledby="mails">
    <h2 id="mails" class="mb-2 text-xl font-semibold">Mails that nobody took</h2>
    <ul class="divide-y divide-base-300 border-y border-base-300 bg-base-100">
      {#each data.mails as mail (mail.id)}
        <li class="flex flex-wrap items-center gap-x-4 gap-y-1 px-3 py-2">
          <div class="min-w-0 grow">
            <p><b class="wrap-anywhere">{mail.to}</b>: {mail.subject}</p>
            <p class="text-sm wrap-anywhere">
              {mail.problem} · given up <When moment={mail.at} both={false} />
            </p>
          </div>
          <OneButton action="?/again" fields={{ id: mail.id }}>Try again</OneButton>
        </li>
      {/each}
    </ul>
  </section>
{/if}

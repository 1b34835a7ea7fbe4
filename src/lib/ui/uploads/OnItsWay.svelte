<script lang="ts">
  import { sizeText } from '$core/materials/size-text';
  import IconButton from '$ui/forms/IconButton.svelte';
  import { speedWords } from './speed';
  import { getUploads, type OnItsWay } from './uploads.svelte';

  /** One file that this tab is sending. */
  const { item }: { item: OnItsWay } = $props();
  const uploads = getUploads();

  const size = $derived(item.file.size);
  const percent = $derived(Math.floor((item.sent / size) * 100));
  const words = $derived.by(() => {
    switch (item.state) {
      case 'queued':
        return 'Waits for the ones before it';
      case 'reading':
        return 'Reading it, to see whether it is here already';
      case 'sending':
        return `${percent} % of ${sizeText(size)} sent. ${speedWords(item.perSecond, size - item.sent)}`;
      case 'paused':
        return `Paused at ${percent} %. What has arrived is kept.`;
      case 'waiting':
        return `The connection is lost at ${percent} %. What has arrived is kept; it goes on by itself.`;
      case 'checking':
        return 'All sent. Comparing what arrived with what was sent';
      case 'arrived':
        return 'It has arrived';
      case 'refused':
        return item.words;
    }
  });
  const going = $derived(['queued', 'reading', 'sending', 'waiting'].includes(item.state));
</script>

<li class="py-1.5" aria-label="{item.file.name}, {item.state === 'refused' ? 'not added' : 'on its way'}">
  <div class="flex flex-wrap items-center gap-x-3">
    <span class="min-w-0 font-medium wrap-anywhere">{item.file.name}</span>
    <span class="ml-auto flex">
      {#if going}
        <IconButton
          icon="pause"
          label="Pause {item.file.name}"
          title="Pause"
          onclick={() => void uploads.pause(item)}
        />
      {:else if item.state === 'paused'}
        <IconButton
          icon="play"
          label="Go on with {item.file.name}"
          title="Go on"
          onclick={() => uploads.resume(item)}
        />
      {/if}
      {#if item.state === 'refused'}
        <button type="button" class="btn btn-ghost btn-sm" onclick={() => uploads.dismiss(item)}>Understood</button>
      {:else if going || item.state === 'paused'}
        <IconButton
          icon="x"
          label="Give up {item.file.name}"
          title="Give it up"
          onclick={() => void uploads.giveUp(item)}
        />
      {/if}
    </span>
  </div>
  {#if item.state === 'refused'}
    <p class="text-sm font-medium text-error" role="alert">{words}</p>
  {:else}
    <progress class="progress w-full progress-primary" value={item.sent} max={size} aria-label="{item.file.name}, sent"
    ></progress>
    <p class="figures text-sm">{words}</p>
  {/if}
</li>

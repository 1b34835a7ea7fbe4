<script lang="ts">
  import type { Holding } from '$core/packets/custody';
  import { holdingWords, holdingWordsForTeacher } from '$core/packets/words';
  import { drawBaton } from './baton';

  interface Props {
    holding: Pick<Holding, 'holder' | 'standing' | 'lastMove' | 'settledBy'>;
    /** From whose side the words are said. */
    reader?: 'student' | 'teacher';
    /** With words beside the glyph; without, they are its text equivalent. */
    words?: boolean;
    large?: boolean;
  }
  const { holding, reader = 'student', words = true, large = false }: Props = $props();

  const drawing = $derived(drawBaton(holding));
  const said = $derived(reader === 'student' ? holdingWords(holding) : holdingWordsForTeacher(holding));
  const tone = $derived(
    holding.standing === 'taken-back'
      ? 'text-error'
      : holding.standing === 'settled'
        ? 'text-success'
        : holding.standing === 'another-round'
          ? 'text-base-content'
          : 'text-primary'
  );
</script>

<span class="inline-flex items-center gap-2 {tone}">
  <svg
    class={large ? 'h-6 w-14' : 'h-4 w-9'}
    viewBox="0 0 36 16"
    fill="none"
    stroke="currentColor"
    stroke-width="2"
    role={words ? undefined : 'img'}
    aria-hidden={words ? 'true' : undefined}
    aria-label={words ? undefined : said}
  >
    <circle cx="7" cy="8" r="4.5" fill={drawing.seat === 'student' ? 'currentColor' : 'none'} />
    {#if drawing.alsoWorking}<circle cx="7" cy="8" r="1.4" fill="currentColor" stroke="none" />{/if}
    <circle cx="29" cy="8" r="4.5" fill={drawing.seat === 'teacher' ? 'currentColor' : 'none'} />
    {#if drawing.bar === 'ring'}
      <path d="M9.5 4.2C13 1.2 23 1.2 26.5 4.2M9.5 11.8C13 14.8 23 14.8 26.5 11.8" />
    {:else if drawing.bar === 'stop'}
      <path d="M11.5 8H16M17 3.5V12.5" />
    {:else}
      <path d="M11.5 8H24.5" />
      {#if drawing.arrow === 'right'}<path d="M16.5 4.5L20.5 8L16.5 11.5" />{/if}
      {#if drawing.arrow === 'left'}<path d="M19.5 4.5L15.5 8L19.5 11.5" />{/if}
    {/if}
  </svg>
  {#if words}<span class={large ? 'font-semibold' : ''}>{said}</span>{/if}
</span>

<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import type { Session } from '$core/plan/view';
  import { absolute, span } from '$core/time/words';
  import { getNow, getZone } from '$ui/time/reader';

  interface Props {
    session: Session;
    /** Percent of the day's column. */
    top: number;
    height: number;
    chosen: boolean;
    dragged: boolean;
    onpointerdown: (event: PointerEvent) => void;
    onkeydown: (event: KeyboardEvent) => void;
    onchoose: () => void;
  }
  /** One session on the clock. */
  const { session, top, height, chosen, dragged, onpointerdown, onkeydown, onchoose }: Props = $props();
  const zone = getZone();
  const now = $derived.by(getNow());
  const HOW = { placed: 'planned', pinned: 'pinned', running: 'running now', held: 'held' };
  const words = $derived(
    `${session.title}, ${absolute(session.from, zone(), now)}, ${span(session.to - session.from)}, ${HOW[session.state]}${session.late ? ', late' : ''}`
  );
</script>

<button
  type="button"
  class={[
    'plan-session absolute inset-x-0.5 min-h-6 overflow-hidden rounded-sm border px-1 text-left text-xs leading-tight',
    `plan-${session.state}`,
    session.late && 'plan-late',
    chosen && 'plan-chosen',
    dragged && 'z-20 shadow-lg'
  ]}
  style:top="{top}%"
  style:height="{height}%"
  style:touch-action="none"
  aria-label={words}
  aria-pressed={chosen}
  {onpointerdown}
  {onkeydown}
  onclick={(event) => {
    // A press by a key has no pointer before it.
    if (event.detail === 0) onchoose();
  }}
>
  {#if session.state === 'pinned'}<Icon
      name="pin"
      size={12}
      class="inline"
    />{:else if session.state === 'running'}<Icon name="play" size={12} class="inline" />{/if}
  {session.title}{session.late ? ' · late' : ''}
</button>

<script lang="ts">
  import { allowanceWords } from '$core/packets/terms-words';
  import { WANTED_KINDS } from '$core/pieces/kinds';
  import { wantsWords } from '$core/pieces/wants';
  import type { CourseAbout } from '$core/courses/views';
  import { latePolicyWords } from '$core/packets/due';
  import { calendarDay } from '$core/time/words';
  import CalendarList from './CalendarList.svelte';

  /** What holds for the whole course, so that no assignment has to repeat it. */
  const { about }: { about: CourseAbout } = $props();
  const rules = $derived(about.rules);
  const kinds = $derived(
    rules.kinds.length === WANTED_KINDS.length ? ['Any kind of piece'] : wantsWords({ kinds: rules.kinds })
  );
</script>

<div class="grid gap-8 lg:grid-cols-[minmax(0,1fr)_22rem]">
  <div class="grid content-start gap-8">
    <section aria-labelledby="goals">
      <h2 id="goals" class="mb-2 text-xl font-semibold">Where this course leads</h2>
      <!-- eslint-disable-next-line svelte/no-at-html-tags -- cleaned by the server -->
      {#if about.goalsHtml}<div class="brief-text">{@html about.goalsHtml}</div>{:else}<p>
          Nothing is written here yet.
        </p>{/if}
    </section>
    {#if about.policiesHtml}
      <section aria-labelledby="policies">
        <h2 id="policies" class="mb-2 text-xl font-semibold">How we work here</h2>
        <!-- eslint-disable-next-line svelte/no-at-html-tags -- cleaned by the server -->
        <div class="brief-text">{@html about.policiesHtml}</div>
      </section>
    {/if}
  </div>
  <div class="grid content-start gap-6">
    <section aria-labelledby="ask">
      <h2 id="ask" class="mb-2 text-xl font-semibold">Whom to ask</h2>
      {#each about.contacts as { who, how, hours } (who)}
        <p class="mb-2">
          <b>{who}</b>{#if how}<span class="block">{how}</span>{/if}{#if hours}<span class="block text-sm opacity-85"
              >{hours}</span
            >{/if}
        </p>
      {:else}<p>Nobody is named yet. Every assignment has a place to ask your teacher.</p>{/each}
    </section>
    <section aria-labelledby="rules">
      <h2 id="rules" class="mb-2 text-xl font-semibold">Standing rules</h2>
      <p class="mb-2 text-sm opacity-85">They hold for each assignment that does not say otherwise.</p>
      <ul class="grid gap-1.5">
        {#if about.endsOn}<li>The course ends on {calendarDay(about.endsOn)}.</li>{/if}
        <li>{latePolicyWords(rules.late)}</li>
        <li>{allowanceWords(rules.allowance)}</li>
        <li>
          {rules.takeBack
            ? 'What you submitted can be taken back until marking begins.'
            : 'What you submitted cannot be taken back.'}
        </li>
        <li>{kinds.join(', ')}.</li>
        {#if rules.naming}<li>Name your pieces {rules.naming}.</li>{/if}
      </ul>
    </section>
    <section aria-labelledby="calendar">
      <h2 id="calendar" class="mb-2 text-xl font-semibold">The school's calendar</h2>
      <CalendarList days={about.calendar} />
    </section>
  </div>
</div>

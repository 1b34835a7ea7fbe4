<script lang="ts">
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import { applyAction, enhance } from '$app/forms';
  import { UNREACHED } from '$ui/forms/act';
  import type { AssignmentDraft } from '$core/assignments/draft';
  import { wantsOf } from '$core/courses/rules';
  import { isSubmitted, judging } from '$core/judging/registry';
  import { WAYS } from '$core/judging/ways';
  import Field from '$ui/forms/Field.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import AsStudentsSee from './AsStudentsSee.svelte';
  import CriteriaEditor from './CriteriaEditor.svelte';
  import DeliverablesEditor from './DeliverablesEditor.svelte';
  import BriefField from './BriefField.svelte';
  import DatesEditor from './DatesEditor.svelte';
  import CreditsEditor from './CreditsEditor.svelte';
  import StagesEditor from './StagesEditor.svelte';
  import MarkersEditor from './MarkersEditor.svelte';
  import PeerEditor from '$ui/peers/PeerEditor.svelte';
  import MustDoEditor from './MustDoEditor.svelte';
  import RulesEditor from './RulesEditor.svelte';
  import SavingState from './SavingState.svelte';
  import { selfSaving } from './self-saving.svelte';
  import type { Begun, WritingPlace, WritingPort } from './writing';

  interface Props {
    initial: AssignmentDraft;
    /** What it goes on from; null where it begins from what is set. */
    begun: Begun | null;
    place: WritingPlace;
    /** What is wrong, by the path of its field. */
    problems: Record<string, string>;
    /** Whom a change concerns; empty where nothing has to be confirmed. */
    affects?: string[];
    port: WritingPort;
    button: string;
  }
  /** All of an assignment on one page, with the page that students will see beside it. */
  const { initial, begun, place, problems, affects = [], port, button }: Props = $props();
  const { course, rules, units, dates, offices, materials } = $derived(place);
  // svelte-ignore state_referenced_locally (the port is the page's own, for as long as it stands)
  const { preview, hold } = port;

  // What is being written belongs to this page until it is kept; later readings of the page must not overwrite it.
  // svelte-ignore state_referenced_locally
  const draft = $state($state.snapshot(initial));
  const scripted = whenScripted();
  let busy = $state(false);
  const saving = selfSaving(
    () => draft,
    hold,
    // svelte-ignore state_referenced_locally (what it begins from)
    { version: begun?.version ?? 0, at: begun?.at ?? null }
  );

  const elsewhere = $derived(Object.entries(problems).filter(([path]) => path === '' || path.includes('.')));
</script>

{#snippet number(label: string, about: string, key: 'points' | 'weight' | 'expectedMinutes')}
  <Field {label} {about} problem={problems[key]}>
    <input
      class="input w-full"
      type="number"
      min="0"
      step={key === 'expectedMinutes' ? 1 : 'any'}
      value={draft[key] ?? ''}
      oninput={(event) => (draft[key] = event.currentTarget.value === '' ? null : event.currentTarget.valueAsNumber)}
    />
  </Field>
{/snippet}

<div class="grid gap-8 xl:grid-cols-[minmax(0,1fr)_26rem]">
  <form
    method="post"
    action="?/keep"
    class="grid content-start gap-5"
    use:enhance={() => {
      busy = true;
      const done = saving.stop();
      return async ({ update, result }) => {
        await done;
        // The line is down or the server is away: the page stays, with all that is on it.
        if (result.type === 'error') await applyAction(UNREACHED);
        else await update({ reset: false });
        saving.goOn();
        busy = false;
      };
    }}
  >
    <input type="hidden" name="draft" value={JSON.stringify(draft)} />
    <Field label="Title" problem={problems.title}
      ><input class="input w-full text-lg" bind:value={draft.title} maxlength="300" /></Field
    >
    <BriefField bind:brief={draft.brief} {materials} problem={problems.brief} {preview} />
    <div class="grid gap-4 sm:grid-cols-2">
      <Field label="Where it stands in the outline">
        <select class="select w-full" bind:value={draft.unitId}>
          <option value={null}>Outside of units</option>
          {#each units as { id, title } (id)}<option value={id}>{title}</option>{/each}
        </select>
      </Field>
      <Field label="It settles">
        <select class="select w-full" bind:value={draft.settles}>
          {#each WAYS as way (way)}<option value={way}>{judging(way).words.choice}</option>{/each}
        </select>
      </Field>
      {#if judging(draft.settles).points}{@render number('Points', 'Empty for none', 'points')}{/if}
      {@render number('Percent of the grade', 'Empty where it is not weighed', 'weight')}
      {@render number('Minutes of work you expect', '', 'expectedMinutes')}
    </div>
    {#if draft.settles === 'stages'}<StagesEditor bind:stages={draft.stages} {offices} {problems} />{/if}
    {#if draft.settles === 'credits'}<CreditsEditor {draft} {problems} />{/if}
    <DatesEditor {draft} zone={course.zone} around={dates} {problems} />
    <RulesEditor {draft} {rules} />
    {#if isSubmitted(draft.settles)}<DeliverablesEditor
        bind:deliverables={draft.deliverables}
        fresh={wantsOf(rules)}
        {problems}
      />{/if}
    {#if isSubmitted(draft.settles)}
      <MarkersEditor {draft} />
      <PeerEditor bind:peers={draft.peers} />
    {/if}
    <MustDoEditor bind:items={draft.mustDo} {problems} />
    <CriteriaEditor bind:criteria={draft.criteria} {problems} />
    <div class="sticky bottom-0 z-10 grid justify-items-start gap-2 border-t-2 border-base-300 bg-base-200 py-3">
      <SavingState saving={saving.now} onkeepthis={saving.keepThis} />
      {#each elsewhere as [path, words] (path)}<Message kind="problem">{words}</Message>{/each}
      {#if affects.length > 0}
        <Message kind="problem">
          <b>Students have begun. Nothing is changed yet.</b>
          {#each affects as words (words)}<span class="block">{words}</span>{/each}
          <span class="block">They are told by mail when you confirm.</span>
        </Message>
        <button class="btn btn-primary" name="confirmed" value="yes" disabled={busy}>Change it and tell them</button>
      {:else}
        <button class="btn btn-primary" disabled={busy || !scripted.yes}>{button}</button>
      {/if}
      <noscript><p>This page needs JavaScript, since it shows what students will see while you write.</p></noscript>
    </div>
  </form>
  <AsStudentsSee {draft} {course} {preview} />
</div>

<script lang="ts">
  import { absolute } from '$core/time/words';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { getZone } from '$ui/time/reader';

  const { data, form } = $props();
  const zone = getZone();
  let contents = $state('');
  const address = $derived(form && 'address' in form ? form.address : null);

  async function read(event: Event & { currentTarget: HTMLInputElement }) {
    const [file] = event.currentTarget.files ?? [];
    contents = file ? await file.text() : '';
  }
</script>

<svelte:head><title>Calendars · Vendro</title></svelte:head>
<div class="mx-auto max-w-3xl px-4 pt-6 pb-16">
  <p class="text-sm"><a class="link" href="/plan">Plan</a></p>
  <h1 class="mb-4 page-title">Calendars</h1>
  <Answered {form} />
  <section class="mb-8 rounded bg-base-100 p-4" aria-labelledby="out">
    <h2 id="out" class="text-xl font-semibold">Out: yours in other calendars</h2>
    <p class="my-2 max-w-prose">
      An address that another calendar looks at by itself: due moments and sessions, kept up to date. Whoever has it can
      read it, so it is long and only yours; a new one ends the old one.
    </p>
    {#if address}
      <label class="my-3 block text-sm"
        >Your address. It is shown once: copy it now.
        <input
          class="input mt-1 block w-full"
          readonly
          value={address}
          onfocus={(event) => event.currentTarget.select()}
        /></label
      >
    {/if}
    <div class="flex flex-wrap gap-2">
      <OneButton action="?/feed">{data.feed === null ? 'Make an address' : 'Make a new address'}</OneButton>
      {#if data.feed !== null}<OneButton action="?/end">End the address</OneButton>{/if}
      <a class="btn btn-sm" href="/plan/calendar.ics" download>As one file, once</a>
    </div>
    {#if data.feed !== null}<p class="mt-2 text-sm">You have one since {absolute(data.feed, zone(), data.now)}.</p>{/if}
  </section>
  <section aria-labelledby="in">
    <h2 id="in" class="mb-2 text-xl font-semibold">In: when you are busy</h2>
    <ul class="mb-4 divide-y divide-base-300 border-y border-base-300 bg-base-100">
      {#each data.calendars as one (one.id)}
        <li class="flex flex-wrap items-center gap-3 p-3">
          <div class="grow">
            <p class="font-medium">{one.title}</p>
            <p class="text-sm">
              {one.ahead === 1 ? 'One busy time' : `${one.ahead} busy times`} ahead. {one.address === null
                ? 'Brought as a file'
                : 'Looked at again every few hours'}, last {absolute(one.lookedAt, zone(), data.now)}.
              {#if one.problem}<b>{one.problem} What it said before still counts.</b>{/if}
            </p>
          </div>
          <OneButton action="?/remove" fields={{ id: one.id }}
            >Take away<span class="sr-only"> {one.title}</span></OneButton
          >
        </li>
      {:else}<li class="p-3">No calendar yet: the plan knows nothing of what takes you elsewhere.</li>{/each}
    </ul>
    <form method="post" action="?/add" enctype="multipart/form-data" use:act class="grid gap-3 rounded bg-base-100 p-4">
      <h3 class="font-semibold">Add a calendar</h3>
      <div class="needs-scripts">
        <Field label="A file from this device" about=".ics"
          ><input class="file-input" type="file" accept=".ics,text/calendar" onchange={read} /></Field
        >
      </div>
      <input type="hidden" name="contents" value={contents} />
      <Field label="Or its address" about="it is looked at again by itself"
        ><input
          class="input w-full"
          name="address"
          maxlength="2000"
          inputmode="url"
          value={form?.given?.address ?? ''}
        /></Field
      >
      <Field label="What you call it" about="left empty, as it calls itself"
        ><input class="input w-full" name="title" maxlength="200" value={form?.given?.title ?? ''} /></Field
      >
      <p><button class="btn btn-primary">Add it</button></p>
    </form>
  </section>
</div>

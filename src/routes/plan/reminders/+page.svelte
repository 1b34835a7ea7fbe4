<script lang="ts">
  import { DISTANCES } from '$core/reminders/settings';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import OneButton from '$ui/primitives/OneButton.svelte';
  import ThisDevice from '$ui/plan/ThisDevice.svelte';

  const { data, form } = $props();
  const clock = (minutes: number) =>
    `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
</script>

<svelte:head><title>Reminders · Vendro</title></svelte:head>
<div class="mx-auto max-w-3xl px-4 pt-6 pb-16">
  <p class="text-sm"><a class="link" href="/plan">Plan</a></p>
  <h1 class="mb-1 page-title">Reminders</h1>
  <p class="mb-4 max-w-prose">
    Each thing is said once, under Tidings. What can wait comes in one calm mail a day at most; what is due within four
    hours, closes for good or was taken back comes at once. Nothing comes in your quiet hours.
  </p>
  <Answered {form} />
  <form method="post" action="?/keep" use:act class="grid gap-4 rounded bg-base-100 p-4">
    <fieldset>
      <legend class="font-medium">Before something is due</legend>
      <div class="mt-1 flex flex-wrap gap-x-5 gap-y-1">
        {#each DISTANCES as { minutes, words } (minutes)}
          <label class="flex items-center gap-2 py-1"
            ><input
              class="checkbox checkbox-sm"
              type="checkbox"
              name="before"
              value={minutes}
              checked={data.reminders.before.includes(minutes)}
            />
            {words}</label
          >
        {/each}
      </div>
    </fieldset>
    <div class="flex flex-wrap gap-4">
      <Field label="Quiet from"
        ><input class="input" type="time" name="quietFrom" required value={clock(data.reminders.quietFrom)} /></Field
      >
      <Field label="until" about="the same as before for no quiet hours"
        ><input class="input" type="time" name="quietTo" required value={clock(data.reminders.quietTo)} /></Field
      >
    </div>
    <p>
      <button class="btn btn-primary">Keep</button>
      <a class="ml-3 link" href="/tidings/mail">What comes by mail at all</a>
    </p>
  </form>
  <section class="mt-6 rounded bg-base-100 p-4" aria-labelledby="devices">
    <h2 id="devices" class="text-xl font-semibold">On your devices</h2>
    <p class="my-2 max-w-prose">
      A device can show a reminder although Vendro is closed. {data.devices === 0
        ? 'None does so now.'
        : data.devices === 1
          ? 'One device does so now.'
          : `${data.devices} devices do so now.`} What it says is encrypted for that device alone.
    </p>
    <div class="flex flex-wrap gap-2">
      <ThisDevice publicKey={data.publicKey} />
      {#if data.devices > 0}<OneButton action="?/quiet">On none any more</OneButton>{/if}
    </div>
  </section>
</div>

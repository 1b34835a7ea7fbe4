<script lang="ts">
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { act } from '$ui/forms/act';
  import Guardians from '$ui/family/Guardians.svelte';
  import Field from '$ui/forms/Field.svelte';
  import PersonFields from '$ui/school/PersonFields.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import { absolute, relative } from '$core/time/words';

  const { data, form } = $props();
  const one = $derived(data.one);
</script>

<svelte:head><title>{one.name} · Vendro</title></svelte:head>
<p class="mb-2 text-sm"><a class="link" href="/school/people">The roster</a></p>
<h1 class="page-title">{one.name}</h1>
<p>
  {one.handle} ·
  {#if one.lastSeen !== null}last here {relative(one.lastSeen, data.now)}
  {:else if one.hasPassword}not signed in anywhere
  {:else}has no password yet{/if}
</p>
<Answered {form} />
{#if form && 'link' in form && form.link}
  <Message kind="done">
    <p>
      Hand this link over. It works once{form.link.until === null
        ? ''
        : `, until ${absolute(form.link.until, data.zone, data.now)}`}, and is shown only now:
    </p>
    <p class="mt-1 font-mono text-sm wrap-anywhere select-all">{form.link.href}</p>
  </Message>
{/if}
{#if data.isNew && !form}
  <Message kind="done">The account is there. Give {one.name} a way in below, and let them into their courses.</Message>
{/if}
<div class="mt-5 grid gap-8 lg:grid-cols-[minmax(0,1fr)_22rem]">
  <section class="self-start rounded bg-base-100 p-4" aria-labelledby="account">
    <h2 id="account" class="mb-3 text-xl font-semibold">The account</h2>
    <form method="post" action="?/change" use:act class="grid gap-4 sm:grid-cols-2">
      <PersonFields person={one} />
      <button class="btn justify-self-start btn-primary">Keep</button>
    </form>
  </section>
  <div class="grid content-start gap-6">
    <section class="rounded bg-base-100 p-4" aria-labelledby="way-in">
      <h2 id="way-in" class="mb-1 text-xl font-semibold">A way in</h2>
      <p class="mb-3 text-sm">
        {#if data.mails}A link by which they choose a new password is mailed to {one.email}.
        {:else}You get a link by which they choose a new password, to hand over.{/if}
        The old password works until then.
      </p>
      <OneButton action="?/renew" class="btn">{data.mails ? 'Mail a link' : 'Make a link'}</OneButton>
    </section>
    <section aria-labelledby="courses">
      <h2 id="courses" class="mb-1 text-xl font-semibold">Courses</h2>
      {#if one.courses.length === 0}<p>In no course. <a class="link" href="/school/courses">Choose one</a>.</p>{/if}
      <ul class="divide-y divide-base-300">
        {#each one.courses as course (course.id)}
          <li class="flex gap-3 py-1.5">
            <a class="link" href="/school/courses/{course.slug}">{course.title}</a>
            <span class="ml-auto text-sm">{course.role === 'teacher' ? 'teaches' : 'studies'}</span>
          </li>
        {/each}
      </ul>
    </section>
  </div>
</div>
{#if data.guardians}
  <div class="mt-8 grid gap-6 lg:grid-cols-2">
    <Guardians guardians={data.guardians} now={data.now} studentId={one.id} />
    <section class="rounded bg-base-100 p-4" aria-labelledby="supporters">
      <h2 id="supporters" class="text-xl font-semibold">Who supports them</h2>
      <p class="text-sm">
        A homeroom or support teacher sees what is overdue and what came back, and can write to them aside.
      </p>
      <ul class="my-2 divide-y divide-base-300">
        {#each data.supporters as supporter (supporter.id)}
          <li class="flex items-center gap-3 py-2">
            <span class="grow">{supporter.name}, since {absolute(supporter.since, data.zone, data.now)}</span>
            <OneButton action="?/unsupport" fields={{ id: supporter.id }}
              >End it<span class="sr-only"> for {supporter.name}</span></OneButton
            >
          </li>
        {:else}<li class="py-2">Nobody yet.</li>{/each}
      </ul>
      <form method="post" action="?/support" use:act class="flex flex-wrap items-end gap-3">
        <Field label="Account name"
          ><input
            class="input"
            name="account"
            required
            maxlength="64"
            autocapitalize="none"
            spellcheck="false"
          /></Field
        >
        <button class="btn">Give them this student</button>
      </form>
    </section>
  </div>
{/if}

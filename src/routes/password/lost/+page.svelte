<script lang="ts">
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import Message from '$ui/primitives/Message.svelte';

  const { data, form } = $props();
</script>

<svelte:head><title>A lost password · Vendro</title></svelte:head>
<div class="mx-auto max-w-md px-4 py-12">
  <h1 class="mb-2 page-title">A lost password</h1>
  <Answered {form} />
  {#if form && 'done' in form && form.done}
    <Message kind="done">
      If there is such an account, a link is on its way to its mail address. It works once, for two hours. Nothing came?
      Look among unwanted mail, then ask your school’s office.
    </Message>
  {/if}
  {#if data.mails}
    <p class="mb-4">Write your account name or your mail address. You get a link by which you choose a new password.</p>
    <form method="post" use:act class="grid gap-4 rounded border border-base-300 bg-base-100 p-6">
      <Field label="Account name or mail address">
        <input class="input w-full" name="who" required maxlength="200" autocapitalize="none" autocomplete="username" />
      </Field>
      <button class="btn justify-self-start btn-primary">Mail me a link</button>
    </form>
  {:else}
    <p>No mail is sent from here. Your school’s office can give you a link by which you choose a new password.</p>
  {/if}
  <p class="mt-4"><a class="link" href="/sign-in">Back to signing in</a></p>
</div>

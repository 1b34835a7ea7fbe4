<script lang="ts">
  import Field from '$ui/forms/Field.svelte';
</script>

<!-- A new password, written twice so that nobody locks themselves out by a slip. -->
<Field label="New password" about="at least 10 characters; several words are easy to remember">
  <input
    class="input w-full"
    type="password"
    name="password"
    required
    minlength="10"
    maxlength="200"
    autocomplete="new-password"
  />
</Field>
<Field label="The same once more">
  <input
    class="input w-full"
    type="password"
    name="again"
    required
    minlength="10"
    maxlength="200"
    autocomplete="new-password"
  />
</Field>

<script lang="ts">
  /** What is kept of the day for the next. */
  import { readAnew } from '$lib/ui/read-anew';
  import FormTrouble from '$lib/ui/field/FormTrouble.svelte';
  import { RecordForm } from '$lib/ui/field/record-form.svelte';
  import TextField from '$lib/ui/field/TextField.svelte';
  import { told } from '$lib/ui/toast/toaster';

  const { day }: { day: { id: number; lessons: string | null; version: number } } = $props();
  const form = new RecordForm();
  let lessons = $state(day.lessons ?? '');
  form.fillFrom(day);
  form.keep(
    `lessons:${day.id}`,
    () => lessons,
    (back) => (lessons = back)
  );
  const schema = () => import('$lib/schema/session').then(({ sessionChange }) => sessionChange);

  async function save(event: SubmitEvent) {
    event.preventDefault();
    const body = { lessons: lessons.trim() === '' ? null : lessons.trim() };
    const done = await form.amend(schema, `/sessions/${day.id}`, body);
    if (done === undefined) return;
    form.draft?.finish();
    told('Kept with the day.');
    await readAnew();
  }
</script>

<form class="grid gap-3 print:hidden" onsubmit={save} novalidate>
  <TextField
    label="What the next casting should know"
    lines={4}
    bind:value={lessons}
    maxlength={4000}
    error={form.errorOf('lessons')}
  />
  <FormTrouble {form} />
  <p><button class="quiet" disabled={form.busy}>Save the lessons</button></p>
</form>

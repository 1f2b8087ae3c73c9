<script lang="ts">
  /** A mesh file: dropped or chosen, worked out beside the page, asked its unit, and sent to be kept. */
  import { onMount, untrack } from 'svelte';
  import { Upload } from '@lucide/svelte';
  import { FileUpload } from '@skeletonlabs/skeleton-svelte';
  import { LARGEST_MESH_BYTES, MESH_UNITS, MESH_UNIT_NAMES, type MeshUnit } from '$core/pattern/file/format';
  import { guessUnit, unitChances } from '$core/pattern/file/unit-guess';
  import { sidesOf } from '$core/pattern/mesh/measure';
  import { figureText, lengthFigure, percentText } from '$core/quantity/display';
  import type { Alloy } from '$core/reference/alloys';
  import Choice from '$lib/ui/field/Choice.svelte';
  import { units } from '$lib/ui/preferences';
  import WorkProgress from '$lib/ui/work/WorkProgress.svelte';
  import type { Drawn } from '$lib/workers/mesh-worker';
  import WillItDraw from './WillItDraw.svelte';
  import { keptFile } from './kept-file';
  import { MeshDesk } from './mesh-desk.svelte';
  import type { MeshUpload } from './mesh-upload.svelte';

  interface Props {
    /** Of what it is a mesh: it is kept under this name until it was sent. */
    name: string;
    alloy: Alloy;
    upload: MeshUpload;
    /** A mesh that the pattern has already. */
    known: { id: number; name: string | null; volume: string } | null;
    error: string | undefined;
    /** Told how it draws now, and what it holds. */
    ondrawn: (drawn: Drawn, volume_m3: number) => void;
    onsent: (mesh: { id: number; name: string | null }) => void;
    onnone: () => void;
  }
  const { name, alloy, upload, known, error, ondrawn, onsent, onnone }: Props = $props();

  const desk = new MeshDesk();
  let file = $state.raw<File | null>(null);
  let unit = $state<MeshUnit | null>(null);
  let refused = $state<string | null>(null);

  onMount(() => {
    void keptFile.get(name).then((kept) => (kept && !known ? take(kept) : undefined));
    return () => desk.cancel();
  });

  async function take(chosen: File, as?: MeshUnit) {
    refused = null;
    if (chosen.size > LARGEST_MESH_BYTES) {
      refused = 'The file is larger than 50 MB: export it with fewer triangles.';
      return;
    }
    file = chosen;
    unit = as ?? null;
    onnone();
    await keptFile.set(name, chosen);
    await desk.analyse(new Uint8Array(await chosen.arrayBuffer()), as, alloy);
    if (!desk.mesh) return;
    unit = desk.mesh.unit;
    const mesh = await upload.send(chosen, chosen.name, unit);
    if (!mesh) return;
    onsent({ id: mesh.id, name: chosen.name });
    await keptFile.remove(name);
  }

  $effect(() => {
    const { drawn, mesh } = desk;
    if (drawn && mesh) untrack(() => ondrawn(drawn, mesh.analysis.volume_m3));
  });

  const box = $derived(desk.mesh ? sidesOf(desk.mesh.analysis.box) : null);
  const longest = $derived(box && unit ? Math.max(...box) / MESH_UNITS[unit] : null);
  const likeliest = $derived(longest === null ? null : guessUnit(longest));
  /** Of a guess nothing is certain. */
  const chance = $derived.by(() => {
    if (longest === null || !likeliest) return '';
    const of = unitChances(longest)[likeliest];
    return of > 0.99 ? `over ${percentText(0.99, 0)}` : percentText(of, 0);
  });
  const UNIT_WORDS: Record<MeshUnit, string> = {
    mm: 'millimetres',
    cm: 'centimetres',
    in: 'inches',
    m: 'metres'
  };
</script>

<FileUpload
  accept={['.stl', '.obj', '.3mf', 'model/stl', 'model/obj', 'model/3mf']}
  maxFiles={1}
  maxFileSize={LARGEST_MESH_BYTES}
  onFileAccept={({ files }) => files[0] && take(files[0])}
  onFileReject={({ files }) =>
    (refused = files[0]?.errors.includes('FILE_TOO_LARGE')
      ? 'The file is larger than 50 MB: export it with fewer triangles.'
      : files.length > 0
        ? 'STL, OBJ and 3MF files are read here.'
        : null)}
>
  <FileUpload.Label class="text-[0.95rem] font-semibold">Mesh of the pattern</FileUpload.Label>
  <FileUpload.Dropzone>
    {#snippet element({ role: _, tabindex: __, 'aria-label': ___, ...attributes })}
      <!-- Its button is what one presses; the zone round it only catches what is dropped. -->
      <div
        {...attributes}
        class="grid min-h-28 cursor-pointer place-items-center gap-2 rounded-base border-2 border-dashed border-(--edge) bg-(--paper) p-4 text-center"
      >
        <Upload size={22} aria-hidden="true" />
        <span>{file?.name ?? known?.name ?? 'Drop an STL, OBJ or 3MF here'}</span>
        <FileUpload.Trigger class="quiet"
          >{file || known ? 'Another file' : 'Choose a file'}</FileUpload.Trigger
        >
        <FileUpload.HiddenInput />
      </div>
    {/snippet}
  </FileUpload.Dropzone>
</FileUpload>
{#if refused ?? upload.trouble ?? error}
  <p class="wrong" role="alert">{refused ?? upload.trouble ?? error}</p>
{/if}
{#if desk.mesh && !desk.mesh.unit_stated && file}
  <Choice
    legend="Its numbers are in"
    options={MESH_UNIT_NAMES.map((value) => ({
      value,
      name: UNIT_WORDS[value],
      ...(box &&
        unit && {
          about: [...box]
            .sort((a, b) => b - a)
            .map((m) => figureText(lengthFigure((m / MESH_UNITS[unit!]) * MESH_UNITS[value], units())))
            .join(' × ')
        })
    }))}
    value={unit}
    onchoose={(as) => file && take(file, as)}
  />
  <p class="soft small">
    The file does not say its unit{likeliest
      ? `. By its size, ${UNIT_WORDS[likeliest]} are likeliest (${chance})`
      : ''}. Check one side against your drawing.
  </p>
{/if}
{#if !desk.step}
  <WorkProgress progress={upload.work.progress} onstop={() => upload.work.stop()} />
{/if}
{#if upload.unreachable}
  <p class="small" role="status">
    <strong>No connection.</strong> The mesh is sent once Brunkel is back; it is kept here.
  </p>
{/if}
{#if known && !file}
  <p class="small">{known.volume} by its mesh.</p>
{/if}
<WillItDraw {desk} {alloy} />

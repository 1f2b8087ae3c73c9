<script lang="ts">
  import { rounded } from '$core/quantity/rounded';
  /** One look at a lump, drawn anew from a seed each time: what holds, gives, breaks, sticks and prints varies as sand does. */
  import { seeded } from '$core/judge/seeded';
  import type { SqueezeReading } from '$core/bench/formula/squeeze';
  import type { LookAt } from '$core/trainer/sand-question';

  interface Props {
    look: LookAt;
    looks: SqueezeReading;
    seed: number;
    /** What it shows, for who cannot see it. */
    label: string;
  }
  const { look, looks, seed, label }: Props = $props();
  const drawing = $derived(draw(look, looks, seed));

  /** A blob about a middle, rough by so much. */
  function blob(cx: number, cy: number, rx: number, ry: number, rough: number, random: () => number): string {
    const n = 26;
    const points = Array.from({ length: n }, (_, i) => {
      const angle = (2 * Math.PI * i) / n;
      const r = 1 + rough * (random() - 0.5);
      return [cx + rx * r * Math.cos(angle), cy + ry * r * Math.sin(angle)] as const;
    });
    const middle = (a: readonly [number, number], b: readonly [number, number]) =>
      `${rounded((a[0] + b[0]) / 2, 1)} ${rounded((a[1] + b[1]) / 2, 1)}`;
    return points.reduce(
      (path, point, i) =>
        `${path} Q${rounded(point[0], 1)} ${rounded(point[1], 1)} ${middle(point, points[(i + 1) % n]!)}`,
      `M${middle(points[n - 1]!, points[0]!)}`
    );
  }
  const grains = (n: number, x: [number, number], y: [number, number], random: () => number) =>
    Array.from({ length: n }, () => ({
      x: x[0] + random() * (x[1] - x[0]),
      y: y[0] + random() * (y[1] - y[0]),
      r: 0.8 + 1.8 * random()
    }));

  function draw(of: LookAt, { holds, shrinks, breaks, palm, prints }: SqueezeReading, from: number) {
    // Each look of a lump has its own chance.
    const random = seeded(from + of.length * 7919);
    const paths: { d: string; kind: 'sand' | 'line' | 'wet' | 'cut' }[] = [];
    let loose: ReturnType<typeof grains> = [];
    const tilt = 4 * (random() - 0.5);
    // What ran through the fingers has neither break nor prints.
    if (of === 'holds' || (!holds && (of === 'breaks' || of === 'prints'))) {
      paths.push({ d: `M24 96 q40 ${16 + tilt} 92 0`, kind: 'line' });
      if (holds)
        paths.push({
          d: blob(70, 62 + tilt, 34 + 5 * random(), 26 + 4 * random(), 0.1, random),
          kind: 'sand'
        });
      else {
        paths.push({ d: `M30 94 q18 ${-22 - 8 * random()} 40 ${-24} q24 2 42 24 z`, kind: 'sand' });
        loose = grains(34, [14, 126], [84, 116], random);
      }
    } else if (of === 'shrinks') {
      const gap = shrinks ? 9 + 5 * random() : 1 + random();
      paths.push({ d: `M28 40 q44 ${-26 + tilt} 84 0 v46 q-42 26 -84 0 z`, kind: 'line' });
      paths.push({ d: blob(70, 64, 40 - gap, 31 - gap, 0.06, random), kind: 'sand' });
      for (const x of [44, 58, 72, 86, 100])
        paths.push({ d: `M${x + 3 * (random() - 0.5)} 30 v10`, kind: 'line' });
    } else if (of === 'breaks') {
      const left = 58 + 6 * (random() - 0.5);
      if (breaks === 'bends') {
        paths.push({
          d: `M18 ${72 + tilt} q52 ${-34 - 8 * random()} 104 ${4 + tilt} l-4 22 q-48 -26 -96 0 z`,
          kind: 'sand'
        });
        for (let i = 0; i < 4; i++)
          paths.push({ d: `M${54 + i * 11} ${50 + 3 * random()} v${6 + 5 * random()}`, kind: 'cut' });
      } else {
        const edge = (x: number, side: number) => {
          const rough = { crumbles: 15, ragged: 8, crisp: 1.6 }[breaks];
          return Array.from(
            { length: 9 },
            (_, i) => `L${rounded(x + side * rough * (random() - 0.3), 1)} ${44 + i * 5.5}`
          ).join(' ');
        };
        paths.push({ d: `M16 44 ${edge(left, 1)} L16 92 q-6 -24 0 -48 z`, kind: 'sand' });
        paths.push({ d: `M124 44 ${edge(left + 22, -1)} L124 92 q6 -24 0 -48 z`, kind: 'sand' });
        loose = grains(
          { crumbles: 30, ragged: 9, crisp: 2 }[breaks],
          [left - 8, left + 34],
          [84, 116],
          random
        );
      }
    } else if (of === 'palm') {
      paths.push({
        d: `M40 112 q-16 -34 -4 -52 l4 -34 q7 -8 9 2 l2 22 l4 -34 q8 -8 10 2 l1 32 l6 -30 q8 -6 9 3 l-2 34 l10 -18 q8 -4 7 6 q-4 34 -14 66 z`,
        kind: 'line'
      });
      const spots = { clean: 0, film: 26, smeared: 12 }[palm];
      if (palm === 'film') loose = grains(spots, [42, 92], [62, 106], random);
      if (palm === 'smeared')
        for (let i = 0; i < spots; i++)
          paths.push({
            d: blob(46 + 44 * random(), 64 + 40 * random(), 6 + 5 * random(), 4 + 4 * random(), 0.5, random),
            kind: 'wet'
          });
      if (palm === 'clean') loose = grains(3, [44, 90], [64, 104], random);
    } else {
      paths.push({ d: blob(70, 66, 46, 34, 0.08, random), kind: 'sand' });
      if (prints !== 'none')
        for (let f = 0; f < 3; f++) {
          const x = 46 + f * 22 + 3 * (random() - 0.5);
          const lines = prints === 'sharp' ? 4 : 2;
          paths.push({
            d: blob(x, 64 + 4 * (random() - 0.5), 9, 15, prints === 'sharp' ? 0.04 : 0.3, random),
            kind: 'cut'
          });
          for (let i = 0; i < lines; i++)
            paths.push({
              d: `M${x - 5} ${56 + i * 5} q5 ${-3 - random()} 10 0`,
              kind: prints === 'sharp' ? 'cut' : 'line'
            });
        }
      else loose = grains(24, [34, 106], [40, 92], random);
    }
    return { paths, loose };
  }
</script>

<svg
  viewBox="0 0 140 120"
  class="h-auto w-full max-w-52"
  role="img"
  aria-label={label}
  fill="none"
  stroke="currentColor"
  stroke-width="2"
  stroke-linejoin="round"
  stroke-linecap="round"
>
  {#each drawing.paths as { d, kind }, i (i)}
    <path
      {d}
      fill={kind === 'sand' ? 'var(--grain)' : kind === 'wet' ? 'var(--water)' : 'none'}
      fill-opacity={kind === 'wet' ? 0.55 : 1}
      stroke-width={kind === 'cut' ? 1.4 : 2}
    />
  {/each}
  {#each drawing.loose as { x, y, r }, i (i)}<circle
      cx={x}
      cy={y}
      {r}
      fill="currentColor"
      stroke="none"
    />{/each}
</svg>

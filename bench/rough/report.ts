import { dryingErrors, figures, figuresBy, questions, roughTrial, waterBonded, type Figures } from './trial';
import type { Way } from './session';

/** Prints the rough trial in full: by way, cover and binder. */
export function report(heaps: number, sessions: number, seed: number): void {
  const line = (name: string, f: Figures) =>
    console.log(
      name.padEnd(20),
      `n ${String(f.count).padStart(4)}  moisture ${f.moisture_held.toFixed(0)} %  bias ${f.moisture_bias.toFixed(2)}  clay ${f.clay_held.toFixed(0)} % last ${f.clay_held_at_last.toFixed(0)} %  landing ${f.landing_rms.toFixed(3)} bias ${f.landing_bias.toFixed(3)} inside ${f.inside.toFixed(0)} %  green ${f.in_temper} wrong ${f.in_temper_wrong.toFixed(0)} %`
    );
  for (const way of ['at-once', 'ticket', 'always-weigh', 'knows'] as Way[]) {
    const all = roughTrial(way, heaps, sessions, seed);
    const runs = waterBonded(all);
    console.log(`\n${way}`);
    line('all', figures(runs.flatMap(({ outcomes }) => outcomes)));
    for (const [name, f] of figuresBy(all, 'cover')) line(name, f);
    for (const [name, f] of figuresBy(all, 'binder')) line(name, f);
    const outcomes = runs.flatMap((run) => run.outcomes);
    console.log(
      `squeezes ${(outcomes.reduce((s, o) => s + o.squeezes, 0) / outcomes.length).toFixed(2)} dryings ${(outcomes.reduce((s, o) => s + o.dryings, 0) / outcomes.length).toFixed(2)}`,
      JSON.stringify(questions(all))
    );
    for (const cover of ['open', 'cloth', 'lid', 'sealed'])
      console.log('drying', cover, JSON.stringify(dryingErrors(runs.filter((run) => run.cover === cover))));
  }
  for (const way of ['best-test', 'random-test', 'no-test'] as Way[]) {
    const runs = waterBonded(roughTrial(way, heaps, 8, seed));
    console.log(
      way.padEnd(14),
      figuresBy(runs, 'cover')
        .map(([name, f]) => `${name} ${f.landing_rms.toFixed(3)}`)
        .join('  ')
    );
  }
}

if (process.argv[1]?.endsWith('report.ts'))
  report(Number(process.argv[2] ?? 60), 15, Number(process.argv[3] ?? 1));

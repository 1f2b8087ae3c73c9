import type { LinearSolver } from '$core/mix/linear-programme';

let loading: Promise<LinearSolver> | undefined;

/** The HiGHS solver (WebAssembly), loaded when it is first asked for. */
export function linearSolver(): Promise<LinearSolver> {
  loading ??= load();
  return loading;
}

async function load(): Promise<LinearSolver> {
  const { default: start } = await import('highs');
  const highs = await start();
  return (programme) => {
    const { Status, Columns } = highs.solve(programme);
    const values = Object.entries(Columns).map(
      ([name, column]) => [name, 'Primal' in column ? column.Primal : 0] as const
    );
    return { status: Status, values: Object.fromEntries(values) };
  };
}

import { ApiProblem } from '../api-client';
import { warned } from './toaster';

/**
 * Shows what the server refused where no form is there to show it: an undo that comes too late, a button whose record somebody
 * changed meanwhile, a press out of reach. Without it the press would look done.
 *
 * @returns how to leave
 */
export function showUnheard(
  on: Pick<Window, 'addEventListener' | 'removeEventListener'> = window
): () => void {
  const tell = (event: PromiseRejectionEvent) => {
    if (!(event.reason instanceof ApiProblem)) return;
    event.preventDefault();
    warned(event.reason.message);
  };
  on.addEventListener('unhandledrejection', tell);
  return () => on.removeEventListener('unhandledrejection', tell);
}

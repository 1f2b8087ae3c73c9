import { describe, expect, it } from 'vitest';
import { whatToDo } from './working.mjs';

describe('what a program said when it failed', () => {
  it.each([
    ['npm error code ENOSPC\nnpm error nospc no space left on device', 'the disk is full'],
    ['SequelizeDatabaseError: SQLITE_FULL: database or disk is full', 'the disk is full'],
    [
      'npm error request to https://packages.example failed, reason: getaddrinfo EAI_AGAIN',
      'cannot be reached'
    ],
    ['npm error network connect ECONNREFUSED 127.0.0.1:9', 'cannot be reached'],
    // Headers could not be fetched: the compiler is not to blame.
    ['gyp ERR! stack Error: getaddrinfo ENOTFOUND headers.example', 'cannot be reached'],
    ['make: *** [binding.o] Error 1\ngyp ERR! build error', 'could not be compiled'],
    ['FATAL ERROR: Reached heap limit - JavaScript heap out of memory', 'not enough memory'],
    ["EACCES: permission denied, open 'build/handler.js'", 'may not be written']
  ])('%s', (said, wanted) => expect(whatToDo(said)).toContain(wanted));

  it('is shown where nobody knows what to do about it', () => {
    expect(whatToDo('SyntaxError: Unexpected token')).toBeNull();
  });
});

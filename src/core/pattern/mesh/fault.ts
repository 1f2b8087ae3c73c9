/** A file or a body that cannot be worked with: its message says what is wrong with which of it, and what would be right. */
export class MeshFault extends Error {
  override name = 'MeshFault';
}

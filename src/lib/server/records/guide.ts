/** What an export holds, in words: it goes along with one, and stands in docs/records.md. */
export const GUIDE = `# Records of Brunkel, in open formats

\`records.jsonl\` holds everything, one JSON object a line (UTF-8):

- the first line is the head: \`{"brunkel":"records","layout":[…],"exported_at":"…"}\`. \`layout\` names the layouts of
  the tables up to the one that the rows are in;
- every other line is a row: \`{"table":"heaps","row":{…}}\`. A row stands after the rows that it refers to.

The CSV files (RFC 4180) hold the same rows, a table each; what is nested stands as JSON in its field. A field that a
spreadsheet would take for a formula begins with an apostrophe there, so \`records.jsonl\` is what is read back.

Units are in the names: kg, fractions 0–1 of mass, K or °C as named. Times are ISO 8601 UTC, with the writer's zone
beside them.

| table | what a row is |
| --- | --- |
| materials, lots, lot_tests | stock: what it is, what was bought, what was tested of it |
| heaps | a heap of sand, its container and windows |
| acts | one press, and what it wrote |
| entries | a line of a heap's ledger; \`version\` names the version that counts, \`undone_at\` when it was struck out |
| entry_versions | every version of every entry: when, what (\`event\`), by whom, what was typed, and whether a figure was read off a simulated device |
| lot_uses | what an entry took from a lot |
| members, sessions, molds | people, casting days, and their molds |
| plans, busy | what a casting day is planned from, what was noted of its steps; when members have no time |
| branches | what if: steps of a heap that its ledger knows nothing of |
| answers | what the trainer asked, and what was answered |
| flasks | the flasks that one owns: inside sizes, mm, and empty weights |
| patterns | what one casts from: sizes as it lies in the mold, how its volume is known, coats, and the mesh and the photo that belong to it |
| castings | what came out of each mold: result, defects and where, what was seen, its cause, its photo |
| trials | questions put to the sand: two ways, the lot that was drawn, and the molds that took their places in it |
| alloys | alloys of one’s own, by what they are like and what is known better |
| meshes | a mesh file in a unit, and what was worked out of it |
| files | photos and meshes by the SHA-256 of what they hold; the files themselves lie in the folder \`files\` under that name |
| readings | what scales, probes and thermocouples sent |
| settings | what was set for these records, its value as JSON text |

To read it back: \`npm run import FILE\` with \`records.jsonl\`, into a folder without records. The states of all heaps are
then the same to the last digit. Every row is held to what the interface itself would take, and every heap is worked out
once, before anything counts: what does not pass is refused with its line, and nothing is taken over.
`;

import sharp from 'sharp';
import type { Database } from '../database/database';
import { photograph } from '../pattern/patterns';
import { photographCasting } from '../shake-out/castings';
import { sent } from './sent';

/** What lies on the bench in each picture: nobody took them, they are drawn. */
const THINGS = {
  latch:
    '<rect x="120" y="200" width="330" height="72" rx="30"/><circle cx="480" cy="236" r="58"/><circle class="hole" cx="480" cy="236" r="24"/><rect x="96" y="176" width="56" height="120" rx="14"/>',
  lapped:
    '<rect x="120" y="200" width="330" height="72" rx="30"/><circle cx="480" cy="236" r="58"/><circle class="hole" cx="480" cy="236" r="24"/><rect x="96" y="176" width="56" height="120" rx="14"/><path class="seam" d="M372 196c14 22-14 40 4 80"/>',
  bracket:
    '<path d="M170 110h64v176h236v64H170z"/><path d="M234 286l120-110 22 20-96 90z"/><circle class="hole" cx="202" cy="150" r="13"/><circle class="hole" cx="430" cy="318" r="13"/>',
  handle:
    '<path d="M110 220c60-40 110-40 150-20 60 30 120 30 190 0 30-12 76 0 76 34s-46 46-76 34c-70-30-130-30-190 0-40 20-90 20-150-20-22-8-22-20 0-28z"/>',
  short:
    '<path d="M110 220c60-40 110-40 150-20 60 30 106 32 148 18 10 14-8 22 6 34-6 12-4 18 0 22-50-22-104-18-154 6-40 20-90 20-150-20-22-8-22-20 0-28z"/>'
} as const;
// No drawing that comes in is read (see `file/photo`); these are our own, and no server makes them.
sharp.unblock({ operation: ['VipsForeignLoadSvgBuffer'] });

export type Drawn = keyof typeof THINGS;

/** A picture as a camera in the shed would have taken it: sand-coloured bench, grey metal, light from the left. */
async function pictureOf(thing: Drawn): Promise<Buffer> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="640" height="480">
    <defs>
      <linearGradient id="metal" x2="0.3" y2="1"><stop stop-color="#d9d7d2"/><stop offset="1" stop-color="#7f7d79"/></linearGradient>
      <radialGradient id="bench" cx="0.35" cy="0.3"><stop stop-color="#c9ab7e"/><stop offset="1" stop-color="#7d6243"/></radialGradient>
      <filter id="grain"><feTurbulence type="fractalNoise" baseFrequency="0.8" numOctaves="2" seed="7"/>
        <feColorMatrix values="0 0 0 0 0.25 0 0 0 0 0.18 0 0 0 0 0.1 0 0 0 0.5 0"/></filter>
    </defs>
    <style>g * { fill: url(#metal); stroke: #5d5b57; stroke-width: 3 } g .hole { fill: #8d7049 } g .seam { fill: none; stroke: #3a3835; stroke-width: 6 }</style>
    <rect width="640" height="480" fill="url(#bench)"/><rect width="640" height="480" filter="url(#grain)"/>
    <g transform="translate(10 14)" opacity="0.25" style="filter: none">${THINGS[thing]}</g><g>${THINGS[thing]}</g></svg>`;
  return sharp(Buffer.from(svg)).jpeg({ quality: 80 }).toBuffer();
}

export const drawnPattern = async (db: Database, id: number, thing: Drawn) =>
  sent(db, await pictureOf(thing), (file) => photograph(db, id, file));
export const drawnCasting = async (db: Database, id: number, thing: Drawn) =>
  sent(db, await pictureOf(thing), (file) => photographCasting(db, id, file));

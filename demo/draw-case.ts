import type { Scene } from './scene';
import { drawBoard } from './draw-board';

/** Made-up views of a device as it is opened, drawn like photographs: the closed back, and the inside with board, cell and speaker. */

const DEFS = `<defs>
<linearGradient id="case" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#4a4f55"/><stop offset="1" stop-color="#2a2d31"/></linearGradient>
<linearGradient id="inner" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#3b4046"/><stop offset="1" stop-color="#23262a"/></linearGradient>
<linearGradient id="foil" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#dfe3e6"/><stop offset="0.5" stop-color="#b9bfc4"/><stop offset="1" stop-color="#979da3"/></linearGradient>
<radialGradient id="light" cx="0.35" cy="0.25" r="0.95"><stop offset="0" stop-color="#fff6dd" stop-opacity="0.3"/><stop offset="0.5" stop-color="#fff6dd" stop-opacity="0"/><stop offset="1" stop-color="#000" stop-opacity="0.4"/></radialGradient>
<filter id="soft" x="-20%" y="-20%" width="140%" height="140%"><feDropShadow dx="0.5" dy="0.9" stdDeviation="0.8" flood-color="#000" flood-opacity="0.6"/></filter>
<filter id="bench" x="0" y="0" width="100%" height="100%"><feTurbulence type="fractalNoise" baseFrequency="0.02 0.5" numOctaves="4" seed="9"/><feColorMatrix values="0 0 0 0 0.30  0 0 0 0 0.28  0 0 0 0 0.26  0 0 0 0.9 -0.2"/></filter>
</defs>`;

const sheet = (w: number, h: number, px: number, art: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${w * px}" height="${h * px}" viewBox="0 0 ${w} ${h}" font-family="'JetBrains Mono Variable', monospace">${DEFS}<rect width="${w}" height="${h}" fill="#5d6466"/><rect width="${w}" height="${h}" filter="url(#bench)" opacity="0.5"/>${art}<rect width="${w}" height="${h}" fill="url(#light)"/></svg>`;

function screw(x: number, y: number, out: boolean): string {
  if (out)
    return `<circle cx="${x}" cy="${y}" r="1.6" fill="#15171a"/><circle cx="${x}" cy="${y}" r="1.6" fill="none" stroke="#5b6066" stroke-width="0.3"/>`;
  return `<circle cx="${x}" cy="${y}" r="1.7" fill="#9aa0a5" stroke="#5c6166" stroke-width="0.3"/><path d="M${x - 0.9} ${y}h1.8M${x} ${y - 0.9}v1.8" stroke="#3a3e42" stroke-width="0.45"/>`;
}

/** The closed back: feet off, hinge screws, strap. */
export function drawBack(): string {
  return sheet(
    90,
    68,
    12,
    `<g filter="url(#soft)"><rect x="12" y="7" width="66" height="54" rx="8" fill="url(#case)"/></g><rect x="14" y="9" width="62" height="50" rx="6.5" fill="none" stroke="#5f656b" stroke-width="0.3"/><rect x="30" y="20" width="30" height="15" rx="2" fill="#3a3f44"/><text x="45" y="29" font-size="4.2" text-anchor="middle" fill="#aab0b5" font-weight="700">AG-3</text>${screw(20, 54, true)}${screw(70, 54, true)}<rect x="15" y="44" width="10" height="5" rx="2.4" fill="#1b1d20" transform="rotate(-24 20 46)"/><rect x="66" y="43" width="10" height="5" rx="2.4" fill="#1b1d20" transform="rotate(31 71 45)"/>${screw(22, 14, false)}${screw(68, 14, true)}<rect x="2" y="28" width="12" height="9" rx="3" fill="#2a1f18"/>`,
  );
}

/** The inside: speaker and its plug, the pouch cell, the board with its torn port. */
export function drawInside(scene: Scene): string {
  const board = drawBoard(scene, null, true)
    .replace('<svg ', `<svg x="32" y="11" `)
    .replace(/width="\d+(\.\d+)?" height="\d+(\.\d+)?" viewBox/u, 'width="50" height="45" viewBox');
  return sheet(
    90,
    68,
    14,
    `<g filter="url(#soft)"><rect x="4" y="4" width="82" height="60" rx="8" fill="url(#case)"/></g><rect x="7" y="7" width="76" height="54" rx="6" fill="url(#inner)"/>${board}<g filter="url(#soft)"><rect x="9" y="33" width="21" height="25" rx="2" fill="url(#foil)"/></g><text x="19.500" y="46" font-size="2.6" text-anchor="middle" fill="#555b60">3.7 V</text><path d="M30 37c4 1 6 6 9.500 12" fill="none" stroke="#17191b" stroke-width="0.9"/><path d="M30 40c5 2 8 5 13 9" fill="none" stroke="#b3261e" stroke-width="0.9"/><circle cx="19" cy="19.500" r="9" fill="#1b1d20" stroke="#50555a" stroke-width="0.8"/><circle cx="19" cy="19.500" r="5" fill="#2a2d31"/><path d="M26 25c5 3 8 2 12 6" fill="none" stroke="#e7e3d6" stroke-width="0.8"/><rect x="37" y="29.600" width="3" height="2.400" rx="0.4" fill="#f2efe6"/>`,
  );
}

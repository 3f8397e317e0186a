import { seeded } from '@zebbit/core/practice';
import type { At, Scene, ScenePart, SceneTrack } from './scene';
import { padPlaces } from './scene';

const path = (points: readonly At[]): string =>
  points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x} ${p.y}`).join('');

function along({ points }: SceneTrack, share: number): { at: At; angle: number } {
  const lengths = points
    .slice(1)
    .map((p, i) => Math.hypot(p.x - (points[i]?.x ?? 0), p.y - (points[i]?.y ?? 0)));
  let left = share * lengths.reduce((a, b) => a + b, 0);
  for (const [i, length] of lengths.entries()) {
    const [a, b] = [points[i], points[i + 1]];
    if (!a || !b) break;
    if (left <= length) {
      const t = left / length;
      return {
        at: { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t },
        angle: (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI,
      };
    }
    left -= length;
  }
  return { at: points[0] ?? { x: 0, y: 0 }, angle: 0 };
}

/** Bare glass fibre where copper was ripped off: ragged, pale, with a few broken strands. */
function scar(cx: number, cy: number, w: number, h: number, random: () => number): string {
  const ring = Array.from({ length: 22 }, (_, i) => {
    const t = (i / 22) * 2 * Math.PI;
    const k = 0.86 + random() * 0.3;
    return `${(cx + Math.sign(Math.cos(t)) * Math.abs(Math.cos(t)) ** 0.5 * (w / 2) * k).toFixed(3)},${(cy + Math.sign(Math.sin(t)) * Math.abs(Math.sin(t)) ** 0.5 * (h / 2) * k).toFixed(3)}`;
  });
  const strands = Array.from({ length: 5 }, () => {
    const x = cx + (random() - 0.5) * w * 0.8;
    const y = cy + (random() - 0.5) * h * 0.8;
    return `<path d="M${x} ${y}l${(random() - 0.5) * w} ${(random() - 0.5) * h * 0.5}" stroke="#d8c39a" stroke-width="0.035" opacity="0.8"/>`;
  });
  return `<polygon points="${ring.join(' ')}" fill="#8a6b3e" stroke="#5b4526" stroke-width="0.05"/>${strands.join('')}`;
}

function pad(x: number, y: number, w: number, h: number, state: string, random: () => number): string {
  const rect = (fill: string, extra = ''): string =>
    `<rect x="${x - w / 2}" y="${y - h / 2}" width="${w}" height="${h}" rx="0.06" fill="${fill}" ${extra}/>`;
  switch (state) {
    case 'torn':
    case 'trace-torn':
      return scar(x, y, w * 1.35, h * 1.08, random);
    case 'hole-wall-gone':
      return scar(x, y, w * 1.1, h * 1.05, random);
    case 'lifted':
      return `${scar(x, y, w * 1.1, h, random)}<g transform="rotate(9 ${x} ${y + h / 2})">${rect('url(#tin)', 'filter="url(#lift)"')}</g>`;
    case 'dull':
      return rect('#8f8d86', 'filter="url(#grain)"');
    case 'starved':
      return (
        rect('url(#goldPad)') +
        `<rect x="${x - w * 0.3}" y="${y + h * 0.2}" width="${w * 0.6}" height="${h * 0.22}" rx="0.08" fill="url(#tin)"/>`
      );
    default:
      return (
        rect('url(#tin)') +
        `<rect x="${x - w * 0.28}" y="${y - h * 0.42}" width="${w * 0.2}" height="${h * 0.8}" rx="0.05" fill="#fff" opacity="0.35"/>`
      );
  }
}

function twoEndedArt(part: ScenePart): string {
  const [w, h] = part.size;
  const standing = h >= w;
  const { x, y } = part.at;
  const cap = (standing ? h : w) * 0.24;
  const body =
    part.kind === 'capacitor'
      ? ['#b99a68', '#8d7146']
      : part.kind === 'bead'
        ? ['#4a4d50', '#2c2e30']
        : part.kind === 'fuse'
          ? ['#d9d6c8', '#a9a698']
          : ['#26292c', '#121416'];
  const dark = part.kind === 'fuse';
  const end = (sign: number): string =>
    standing
      ? `<rect x="${x - w / 2}" y="${sign < 0 ? y - h / 2 : y + h / 2 - cap}" width="${w}" height="${cap}" rx="0.08" fill="url(#tin)"/>`
      : `<rect x="${sign < 0 ? x - w / 2 : x + w / 2 - cap}" y="${y - h / 2}" width="${cap}" height="${h}" rx="0.08" fill="url(#tin)"/>`;
  const fillet = `<rect x="${x - w / 2 - 0.16}" y="${y - h / 2 - 0.16}" width="${w + 0.32}" height="${h + 0.32}" rx="0.2" fill="#a8a69c" opacity="0.75"/>`;
  return `${fillet}<g filter="url(#shadow)"><rect x="${x - w / 2}" y="${y - h / 2}" width="${w}" height="${h}" rx="0.08" fill="${body[0] ?? ''}" stroke="${body[1] ?? ''}" stroke-width="0.08"/></g>${end(-1)}${end(1)}<text x="${x}" y="${y + 0.28}" font-size="0.82" text-anchor="middle" fill="${dark ? '#333' : '#e9e6da'}" ${standing && w < 1.8 ? '' : ''}>${part.mark}</text>`;
}

function chipArt(part: ScenePart): string {
  const [w, h] = part.size;
  const { x, y } = part.at;
  const legs = part.terminals
    .map((t) => {
      const sideways = Math.abs(t.at.x - x) / w > Math.abs(t.at.y - y) / h;
      return `<rect x="${t.at.x - (sideways ? 0.55 : 0.24)}" y="${t.at.y - (sideways ? 0.24 : 0.45)}" width="${sideways ? 1.1 : 0.48}" height="${sideways ? 0.48 : 0.9}" rx="0.06" fill="url(#tin)"/>`;
    })
    .join('');
  if (part.kind === 'button') {
    return `<g filter="url(#shadow)"><rect x="${x - w / 2}" y="${y - h / 2}" width="${w}" height="${h}" rx="0.3" fill="#8d9094"/><circle cx="${x}" cy="${y}" r="${w * 0.33}" fill="#22262a" stroke="#111" stroke-width="0.08"/></g>${legs}`;
  }
  const dot =
    part.kind === 'chip'
      ? `<circle cx="${x - w / 2 + 0.5}" cy="${y - h / 2 + 0.5}" r="0.16" fill="#4a4e52"/>`
      : '';
  return `${legs}<g filter="url(#shadow)"><rect x="${x - w / 2}" y="${y - h / 2}" width="${w}" height="${h}" rx="0.12" fill="url(#plastic)"/></g>${dot}<text x="${x}" y="${y + 0.35}" font-size="${Math.min(1.1, w * 0.3)}" text-anchor="middle" fill="#b9bdc0">${part.mark}</text>`;
}

function partArt(part: ScenePart): string {
  return part.terminals.length === 2 && part.kind !== 'chip' ? twoEndedArt(part) : chipArt(part);
}

function legArt(leg: Scene['legs'][number], random: () => number): string {
  const [w, h] = leg.size;
  const { x, y } = leg.at;
  if (!leg.through) return pad(x, y, w, h, leg.state, random);
  const gone = leg.state === 'hole-wall-gone';
  const ring = gone
    ? scar(x, y, w * 1.5, h * 1.3, random)
    : `<rect x="${x - w * 0.78}" y="${y - h * 0.64}" width="${w * 1.56}" height="${h * 1.28}" rx="${w * 0.75}" fill="url(#tin)"/>`;
  return `${ring}<rect x="${x - w * 0.36}" y="${y - h * 0.42}" width="${w * 0.72}" height="${h * 0.84}" rx="${w * 0.36}" fill="#070a0b"/>`;
}

function trackArt(track: SceneTrack): string {
  const line = `<path d="${path(track.points)}" fill="none" stroke="#000" stroke-opacity="0.25" stroke-width="${track.width + 0.12}" stroke-linejoin="round" stroke-linecap="round"/><path d="${path(track.points)}" fill="none" stroke="url(#copperUnder)" stroke-width="${track.width}" stroke-linejoin="round" stroke-linecap="round"/>`;
  if (track.crackAt === undefined) return line;
  const { at, angle } = along(track, track.crackAt);
  const w = track.width * 1.3;
  return `${line}<g transform="translate(${at.x} ${at.y}) rotate(${angle})"><path d="M-0.05 ${-w / 2}L0.12 ${-w / 5}L-0.12 ${w / 6}L0.06 ${w / 2}" fill="none" stroke="#0d1213" stroke-width="0.16"/><path d="M-0.2 ${-w / 2}L-0.04 ${-w / 5}L-0.28 ${w / 6}L-0.1 ${w / 2}" fill="none" stroke="#e9b98a" stroke-width="0.06"/></g>`;
}

/** Jumpers and the new connector, drawn over the torn board for the picture of the finished work. */
export interface Finished {
  readonly wires: readonly (readonly At[])[];
  readonly shell: { readonly at: At; readonly size: readonly [number, number] };
}

function finishedArt({ wires, shell }: Finished): string {
  const { x, y } = shell.at;
  const [w, h] = shell.size;
  const wire = (points: readonly At[]): string => {
    const [a, b] = [points[0], points.at(-1)];
    if (!a || !b) return '';
    const blob = (p: At): string => `<ellipse cx="${p.x}" cy="${p.y}" rx="0.3" ry="0.36" fill="url(#tin)"/>`;
    return `<path d="${path(points)}" fill="none" stroke="#2a0f06" stroke-width="0.26" stroke-linejoin="round" opacity="0.5" transform="translate(0.06 0.08)"/><path d="${path(points)}" fill="none" stroke="#b4562a" stroke-width="0.2" stroke-linejoin="round" stroke-linecap="round"/>${blob(a)}${blob(b)}`;
  };
  return `<g filter="url(#shadow)"><rect x="${x}" y="${y}" width="${w}" height="${h}" rx="0.4" fill="url(#shell)" stroke="#7d8286" stroke-width="0.08"/></g><path d="M${x + 1} ${y + h * 0.55}h${w - 2}" stroke="#888d91" stroke-width="0.1"/><rect x="${x + w * 0.4}" y="${y + h * 0.2}" width="${w * 0.2}" height="0.5" rx="0.2" fill="#6d7276"/>${wires.map(wire).join('')}`;
}

/**
 * The scene as an SVG that looks like a photograph taken from above under a bench lamp.
 * @param bare the board alone, for setting into another picture
 */
export function drawBoard(scene: Scene, finished: Finished | null = null, bare = false): string {
  const random = seeded(scene.name.length * 7919 + 17);
  const [w, h] = scene.picture;
  const { at, size, radius } = scene.board;
  const [light, dark] = scene.mask;
  const row = scene.row;
  const places = padPlaces(scene);
  const pads = row
    ? row.states.map((state, i) => {
        const [pw, ph] = row.padMm;
        const wide = state !== 'torn' && scene.family === 'type-c-16' && (i < 2 || i > 9) ? pw * 1.5 : pw;
        return pad(places[i]?.x ?? 0, places[i]?.y ?? 0, wide, ph, state, random);
      })
    : [];
  const dust = Array.from({ length: 60 }, () => {
    const [x, y] = [at.x + random() * size[0], at.y + random() * size[1]];
    return `<circle cx="${x}" cy="${y}" r="${0.02 + random() * 0.05}" fill="#fff" opacity="${0.08 + random() * 0.18}"/>`;
  });
  const via = (p: At): string =>
    `<circle cx="${p.x}" cy="${p.y}" r="0.46" fill="url(#goldPad)"/><circle cx="${p.x}" cy="${p.y}" r="0.2" fill="#0a0d0e"/>`;
  const point = (p: Scene['points'][number]): string =>
    p.role === 'pour'
      ? `<circle cx="${p.at.x}" cy="${p.at.y}" r="0.55" fill="#c98a4f"/>`
      : `<circle cx="${p.at.x}" cy="${p.at.y}" r="0.95" fill="url(#tin)"/>`;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w * scene.pxPerMm}" height="${h * scene.pxPerMm}" viewBox="0 0 ${w} ${h}" font-family="'JetBrains Mono Variable', monospace" font-weight="600">
<defs>
<linearGradient id="mask" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="${light}"/><stop offset="1" stop-color="${dark}"/></linearGradient>
<linearGradient id="tin" x1="0" y1="0" x2="0.6" y2="1"><stop offset="0" stop-color="#f4f2ea"/><stop offset="0.5" stop-color="#bdbbb2"/><stop offset="1" stop-color="#8d8b83"/></linearGradient>
<linearGradient id="shell" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#e2e5e7"/><stop offset="0.5" stop-color="#b7bcc0"/><stop offset="1" stop-color="#8f9599"/></linearGradient>
<linearGradient id="goldPad" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#e3c48a"/><stop offset="1" stop-color="#a98547"/></linearGradient>
<linearGradient id="plastic" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#3a3e42"/><stop offset="0.35" stop-color="#202326"/><stop offset="1" stop-color="#131517"/></linearGradient>
<linearGradient id="copperUnder" gradientUnits="userSpaceOnUse" x1="0" y1="0" x2="${w}" y2="${h}"><stop offset="0" stop-color="${light}" stop-opacity="1"/><stop offset="0.02" stop-color="#4f9a8c" stop-opacity="0.75"/><stop offset="1" stop-color="#3c7f78" stop-opacity="0.75"/></linearGradient>
<radialGradient id="lamp" cx="0.36" cy="0.26" r="0.9"><stop offset="0" stop-color="#fff6dd" stop-opacity="0.26"/><stop offset="0.5" stop-color="#fff6dd" stop-opacity="0"/><stop offset="1" stop-color="#000" stop-opacity="0.36"/></radialGradient>
<filter id="shadow" x="-30%" y="-30%" width="160%" height="160%"><feDropShadow dx="0.12" dy="0.22" stdDeviation="0.16" flood-color="#000" flood-opacity="0.65"/></filter>
<filter id="lift" x="-60%" y="-60%" width="220%" height="220%"><feDropShadow dx="0.18" dy="0.26" stdDeviation="0.12" flood-color="#000" flood-opacity="0.8"/></filter>
<filter id="grain"><feTurbulence type="fractalNoise" baseFrequency="6" numOctaves="2" result="n"/><feComposite in="n" in2="SourceGraphic" operator="in"/><feBlend in2="SourceGraphic" mode="multiply"/></filter>
<filter id="weave" x="0" y="0" width="100%" height="100%"><feTurbulence type="fractalNoise" baseFrequency="1.1 2.6" numOctaves="3" seed="4"/><feColorMatrix values="0 0 0 0 1  0 0 0 0 1  0 0 0 0 1  0 0 0 0.42 -0.13"/></filter>
<filter id="wood" x="0" y="0" width="100%" height="100%"><feTurbulence type="fractalNoise" baseFrequency="0.05 1.4" numOctaves="4" seed="9"/><feColorMatrix values="0 0 0 0 0.30  0 0 0 0 0.28  0 0 0 0 0.26  0 0 0 0.9 -0.2"/></filter>
</defs>
${bare ? '' : `<rect width="${w}" height="${h}" fill="#5d6466"/><rect width="${w}" height="${h}" filter="url(#wood)" opacity="0.5"/>`}
<g filter="url(#shadow)"><rect x="${at.x}" y="${at.y}" width="${size[0]}" height="${size[1]}" rx="${radius}" fill="#cdbb86"/></g>
<rect x="${at.x + 0.1}" y="${at.y + 0.1}" width="${size[0] - 0.2}" height="${size[1] - 0.2}" rx="${radius}" fill="url(#mask)"/>
<rect x="${at.x}" y="${at.y}" width="${size[0]}" height="${size[1]}" rx="${radius}" filter="url(#weave)" opacity="0.35"/>
${scene.pours.map((p) => `<rect x="${p.at.x}" y="${p.at.y}" width="${p.size[0]}" height="${p.size[1]}" rx="0.3" fill="#3f8b80" opacity="0.5"/>`).join('')}
${scene.tracks.map(trackArt).join('')}
${scene.vias.map(via).join('')}
${scene.points.map(point).join('')}
${scene.legs.map((l) => legArt(l, random)).join('')}
${pads.join('')}
${scene.parts.map(partArt).join('')}
${scene.words.map((t) => `<text x="${t.at.x}" y="${t.at.y}" font-size="${t.size}" text-anchor="${t.anchor ?? 'start'}" fill="#e6ead9" opacity="0.88">${t.text}</text>`).join('')}
${finished ? finishedArt(finished) : ''}
${dust.join('')}
${bare ? '' : `<rect width="${w}" height="${h}" fill="url(#lamp)"/>`}
</svg>`;
}

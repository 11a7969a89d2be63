import { PART_KINDS } from '@sashiko/core/parts/part-kinds';
for (const k of PART_KINDS) console.log(k.id, [...new Set(k.holes.filter(h=>h.plated&&h.terminal).map(h=>h.terminal))].join(' '), '|', k.elements.filter(e=>e.kind!=='pin').map(e=>JSON.stringify(e)).join(' ').slice(0,300));

/** Writes the pages of docs/ that come from the code: `npm run docs`. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { referenceDocs } from '@sashiko/core/formats/reference-docs';

const docs = new URL('../docs/', import.meta.url);
mkdirSync(docs, { recursive: true });
for (const [name, text] of Object.entries(referenceDocs())) writeFileSync(new URL(name, docs), text);

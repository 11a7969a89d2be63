/**
 * The sheet as one file that needs nothing else: to carry to a phone, or to print elsewhere. Ticks are kept by step id in the browser
 * that opens it, where that browser keeps anything. No text of the maker's is ever markup, and the file may fetch nothing.
 */

import type { Plan } from '../plan/schema.ts';
import { cutList } from '../sewing/cut-list.ts';
import { finishedOnSheet } from '../sewing/finished-drawing.ts';
import { amountWords, GATHER_GROUPS } from '../sewing/gather.ts';
import { expectedSeconds, formatWorkTime, type Pace, UNKNOWN_PACE } from '../sewing/pace.ts';
import { isTickDone, type Round, type RoundTick, roundsOf } from '../sewing/rounds.ts';
import type { SewingSheet } from '../sewing/sewing-sheet.ts';
import { keptTogether } from '../sewing/sheet-names.ts';
import { artistFor, drawingOf, NO_WARNINGS, TOO_MANY_DRAWINGS } from '../sewing/sheet-pages.ts';
import { printedStops, type StopWarnings } from '../sewing/stop-warnings.ts';
import { labelLines } from '../sewing/wash-label.ts';
import { drawingSvgElement } from './drawing-svg.ts';
import { escapeMarkup } from './svg-text.ts';

const DRAWING_MM = { width: 80, height: 50 } as const;

const STYLE = `
:root{font:18px/1.45 "Source Sans 3",system-ui,sans-serif;color:#232a3b;background:#f6f1e6}
*{box-sizing:border-box}body{margin:0 auto;max-width:46rem;padding:1rem}h1{font-size:1.6rem;margin:.2em 0}
h2{font-size:1.2rem;margin:1.4em 0 .4em;border-bottom:2px dashed #31457a;padding-bottom:.15em}
ul,ol{padding:0;list-style:none}li{margin:.35em 0}.stop{font-weight:700;color:#8e2318}
label{display:grid;grid-template-columns:auto 1fr;gap:.6rem;align-items:start}
input[type=checkbox]{width:1.4rem;height:1.4rem;margin:.1rem 0}
.step{background:#fffdf8;border:1px solid #d8cdb8;border-radius:10px;padding:.7rem}
.step svg{display:block;width:calc(100% - 2rem);max-width:26rem;margin:.5rem 0 0 2rem;background:#fff;border:1px solid #d8cdb8}
.ticks{margin:.3rem 0 0 2rem;display:grid;grid-template-columns:repeat(auto-fill,minmax(11rem,1fr))}
p.words{margin:0 0 0 2rem}
.done .words{text-decoration:line-through;color:#5a5f6e}.chance{font-weight:700}
button{font:inherit;min-height:3rem;padding:0 .7rem;border-radius:10px;border:2px solid #31457a;background:#fffdf8;color:#1d2a4d}
button:focus-visible,input:focus-visible{outline:3px dashed #31457a;outline-offset:2px}
.bar{display:flex;gap:.4rem;flex-wrap:wrap;position:sticky;bottom:0;background:#f6f1e6;padding:.6rem 0}
.one .step,.one h2,.one .lists{display:none}.one .step.now{display:block;font-size:1.5rem}
.label{border:2px dashed #5a5f6e;padding:.6rem;max-width:22rem;background:#fff}
@media print{.bar{display:none}body{max-width:none;font-size:12px}.step{break-inside:avoid}}
`;

/** Ticks, and one step at a time. Plain words in the page, no markup made from text. */
const SCRIPT = `
(function(){
var key='sashiko:'+document.body.dataset.plan,boxes=[].slice.call(document.querySelectorAll('[data-step]')),kept={};
try{kept=JSON.parse(localStorage.getItem(key)||'{}')||{}}catch(e){kept={}}
var steps=[].slice.call(document.querySelectorAll('.step')),now=0,count=document.getElementById('count');
function all(s){return !s.querySelector('input:not(:checked)')}
function show(){steps.forEach(function(s,i){s.classList.toggle('now',i===now);s.classList.toggle('done',all(s))});
count.textContent=steps.filter(all).length+' of '+steps.length+' done'}
function keep(){try{localStorage.setItem(key,JSON.stringify(kept))}catch(e){document.getElementById('kept').textContent='This browser does not keep ticks for a file: they last until the page is closed.'}}
boxes.forEach(function(b){if(Object.prototype.hasOwnProperty.call(kept,b.dataset.step))b.checked=kept[b.dataset.step]===true;
b.addEventListener('change',function(){kept[b.dataset.step]=b.checked;keep();show()})});
function open(){now=Math.max(0,steps.findIndex(function(s){return !all(s)}))}
function move(by){now=Math.min(steps.length-1,Math.max(0,now+by));show()}
document.getElementById('one').addEventListener('click',function(){var on=document.body.classList.toggle('one');this.setAttribute('aria-pressed',on);if(on)open();show()});
document.getElementById('back').addEventListener('click',function(){move(-1)});
document.getElementById('next').addEventListener('click',function(){move(1)});
document.addEventListener('keydown',function(e){if(!document.body.classList.contains('one')||/INPUT|BUTTON/.test(e.target.tagName))return;
if(e.key==='ArrowRight'||e.key===' '){e.preventDefault();move(1)}if(e.key==='ArrowLeft'){e.preventDefault();move(-1)}});
show()})();
`;

export interface SheetHtmlOptions {
  readonly warnings?: StopWarnings;
  readonly pace?: Pace;
}

/** The whole file as text. */
export function sheetHtml(plan: Plan, sheet: SewingSheet, options: SheetHtmlOptions = {}): string {
  const { warnings = NO_WARNINGS, pace = UNKNOWN_PACE } = options;
  const seconds = sheet.steps.reduce((sum, step) => sum + expectedSeconds(step.work, pace), 0);
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'; script-src 'unsafe-inline'; img-src data:">
<title>${escapeMarkup(plan.name)}: sewing sheet</title>
<style>${STYLE}</style>
</head>
<body data-plan="${escapeMarkup(plan.id)}">
<h1>${escapeMarkup(plan.name)}</h1>
<p>${roundsOf(sheet.steps).length} steps, ${formatWorkTime(seconds)} in all. <span id="count" role="status"></span></p>
<p id="kept"></p>
<div class="lists">
${finishedPicture(plan)}
${warningLists(warnings)}
<h2>Cautions</h2>
${list([...sheet.cautions, ...sheet.unfollowed].map(({ text }) => escapeMarkup(text)))}
${gatherLists(plan, sheet)}
<h2>Cut</h2>
${list(cutLines(plan, sheet))}
</div>
${stepList(plan, sheet)}
<div class="lists">
<h2>Label</h2>
<div class="label"><strong>${escapeMarkup(plan.name)}</strong>${list(labelLines(plan).map(escapeMarkup))}</div>
</div>
<div class="bar"><button id="back" type="button">Back</button><button id="next" type="button">Next</button><button id="one" type="button" aria-pressed="false">One step at a time</button></div>
<script>${SCRIPT}</script>
</body>
</html>
`;
}

/** The finished piece, where it is more than the cloth as it is cut. */
function finishedPicture(plan: Plan): string {
  const drawing = finishedOnSheet(plan, FINISHED_MM);
  return drawing === null ? '' : drawingSvgElement(drawing, drawing.description, false);
}

/** As wide as a page of the printed sheet, so that its words are as large against it. */
const FINISHED_MM = 178;

function list(items: readonly string[], className = ''): string {
  const rows = items.map((item) => `<li${className === '' ? '' : ` class="${className}"`}>${item}</li>`);
  return `<ul>${rows.join('\n')}</ul>`;
}

function warningLists({ open, accepted }: StopWarnings): string {
  const openList =
    open.length === 0
      ? ''
      : `<h2>Still to be put right before sewing</h2>${list(
          printedStops({ open }).map((text) => `! ${escapeMarkup(text)}`),
          'stop',
        )}`;
  const acceptedList =
    accepted.length === 0
      ? ''
      : `<h2>Known, and left as it is</h2>${list(
          accepted.map(
            ({ message, reason }) => `! ${escapeMarkup(message)} Accepted: ${escapeMarkup(reason)}.`,
          ),
          'stop',
        )}`;
  return `${openList}${acceptedList}`;
}

function gatherLists(plan: Plan, sheet: SewingSheet): string {
  const kits = plan.kits.count === 1 ? '' : ` for ${plan.kits.count} kits`;
  return GATHER_GROUPS.map((group) => {
    const items = sheet.gather.filter((item) => item.group === group);
    if (items.length === 0) return '';
    return `<h2>Gather${kits}: ${group.toLowerCase()}</h2>${list(
      items.map((item) => `${escapeMarkup(item.what)}: ${escapeMarkup(amountWords(item))}`),
    )}`;
  }).join('\n');
}

function cutLines(plan: Plan, sheet: SewingSheet): readonly string[] {
  return cutList(plan, sheet.pieces).map(({ title, length, inCloth }) =>
    escapeMarkup(`${title}: ${length}; ${inCloth} of it stay in the cloth`),
  );
}

function stepList(plan: Plan, sheet: SewingSheet): string {
  const artist = artistFor(plan, sheet);
  let under = '';
  const steps = roundsOf(sheet.steps)
    .map((round, i) => {
      const heading = round.heading === under ? '' : `<h2>${escapeMarkup(round.heading)}</h2>\n`;
      under = round.heading;
      const drawing =
        artist === null ? null : drawingOf(artist, [round], DRAWING_MM.width, DRAWING_MM.height);
      const picture = drawing === null ? '' : drawingSvgElement(drawing, drawing.description, false);
      const chance =
        round.lastChance === null ? '' : `<p class="chance">${escapeMarkup(round.lastChance)}</p>`;
      const words = `${i + 1}. ${escapeMarkup(keptTogether(round.text))}`;
      return `${heading}<div class="step">${chance}${stepBoxes(plan, round, words)}${picture}</div>`;
    })
    .join('\n');
  return artist === null ? `<p>${TOO_MANY_DRAWINGS}</p>\n${steps}` : steps;
}

/** The words of a round with its box, or with a box for each thing it is done to. */
function stepBoxes(plan: Plan, { ticks }: Round, words: string): string {
  const box = (tick: RoundTick): string =>
    `<input type="checkbox" data-step="${escapeMarkup(tick.steps.map(({ id }) => id).join(' '))}"${isTickDone(plan, tick) ? ' checked' : ''}>`;
  const [first] = ticks;
  if (first !== undefined && ticks.length === 1)
    return `<label>${box(first)}<span class="words">${words}</span></label>`;
  const rows = ticks.map(
    (tick) => `<li><label>${box(tick)}<span>${escapeMarkup(tick.words)}</span></label></li>`,
  );
  return `<p class="words">${words}</p><ul class="ticks">${rows.join('')}</ul>`;
}

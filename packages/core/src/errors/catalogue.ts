/**
 * One catalogue of everything the core refuses. Each entry says what is wrong; `help` says what to do.
 * `docs/errors.md` is written from this list and a test holds the two together.
 */
export const ERROR_CATALOGUE = {
  'file-not-json': {
    title: 'The file is not a plan: it is not readable JSON.',
    help: 'Choose a file that Sashiko exported (its name ends in .sashiko.json). A file cut short by a broken download must be copied again.',
  },
  'file-too-large': {
    title: 'The file is larger than a plan can be.',
    help: 'A plan file is a few hundred kilobytes. Choose another file.',
  },
  'file-foreign': {
    title: 'The file is JSON, but not a Sashiko plan.',
    help: 'Choose a file that Sashiko exported; its first line says "format": "sashiko-plan".',
  },
  'file-newer': {
    title: 'The file was written by a newer Sashiko.',
    help: 'Update Sashiko, or export the plan again from the version that wrote it.',
  },
  'file-bad-version': {
    title: 'The file does not say which version of the plan format it has.',
    help: 'Its "version" must be a whole number from 1 on.',
  },
  'file-wrong-shape': {
    title: 'Something in the file does not have the form that is needed.',
    help: 'Mend it at the spot that is named, or export it again.',
  },
  'id-mismatch': {
    title: 'A record is filed under another id than its own.',
    help: 'The key and the "id" inside must be the same.',
  },
  'unknown-kind': {
    title: 'The plan names a kind that this Sashiko does not have.',
    help: 'Use one of the kinds listed in docs/plan-file.md.',
  },
  'own-part-wrong': {
    title: 'The part is not described well enough yet.',
    help: 'Mend the hole or the facts that the message names.',
  },
  'own-part-in-use': {
    title: 'Parts of this kind are on the cloth.',
    help: 'Take them away first, or keep the description.',
  },
  'part-locked': {
    title: 'The part is locked.',
    help: 'Unlock it first, in its panel on the Parts stage.',
  },
  'unknown-part': {
    title: 'There is no such part in the plan.',
    help: 'Choose a part that is on the cloth.',
  },
  'patch-one-run': {
    title: 'A patch lies between two lines, not under and over the same one.',
    help: 'Name the line that goes under it and the line that goes over it.',
  },
  'no-panel': {
    title: 'The plan has no panel, so there is nothing to sew on.',
    help: 'A plan holds at least one panel of cloth.',
  },
  'other-panel': {
    title: 'Two things that belong together lie on different panels.',
    help: 'A line leads to another panel only over a seam: bring it to the seam line, and go on at the same letter. A patch lies on one panel.',
  },
  'patch-nowhere': {
    title: 'These two lines do not cross, so there is nothing to put a patch between.',
    help: 'Choose two lines that cross.',
  },
  'wish-twice': {
    title: 'A hole can be wished into one group only.',
    help: 'Take it out of one of the two groups, or make one group of both.',
  },
  'wish-nothing': {
    title: 'A wish joins at least two holes of different groups.',
    help: 'Drag from a hole to a hole it should be joined with.',
  },
  'no-source': {
    title: 'That part gives no power.',
    help: 'Choose a holder, a pack or another part with a cell.',
  },
  'source-too-strong': {
    title: 'That source gives more volts than they bear.',
    help: 'Choose one of fewer volts, or place one.',
  },
  'no-pin': {
    title: 'There is no such pin.',
    help: 'Choose a pin of a board that is on the cloth.',
  },
  'run-not-there': {
    title: 'The line does not come near that hole.',
    help: 'Split it at a hole that lies within a stitch of it.',
  },
  'runs-apart': {
    title: 'These two lines do not meet at a hole.',
    help: 'Choose two lines that end at the same hole.',
  },
  'line-missing': {
    title: 'There is no such line on the cloth to sew along.',
    help: 'Draw or import the line on the Cloth stage, and choose it again.',
  },
  'no-room-aside': {
    title: 'The line cannot be slid that far: it would leave the cloth.',
    help: 'Slide it less far, or the other way.',
  },
  'unknown-run': {
    title: 'There is no such run of thread in the plan.',
    help: 'Choose a run that is on the cloth.',
  },
  'run-to-nowhere': {
    title: 'A run of thread must start and end at a hole of a part on the cloth.',
    help: 'Draw it from one hole to another.',
  },
  'run-same-hole': {
    title: 'A run of thread starts and ends at the same hole.',
    help: 'End it at another hole.',
  },
  'run-unplated': {
    title: 'That hole has no metal: it is for holding only.',
    help: 'End the run at a hole with metal round it.',
  },
  'run-too-short': {
    title: 'The two holes are in the same place; there is nothing to sew.',
    help: 'Move one of the parts first.',
  },
  'outside-cloth': {
    title: 'That would lie outside the cloth.',
    help: 'Move it inside the outline, or make the cloth larger first.',
  },
  'area-empty': {
    title: 'The outline encloses nothing.',
    help: 'Draw it round an area: at least three places that do not lie on one line.',
  },
  'area-crosses-itself': {
    title: 'The outline crosses or touches itself.',
    help: 'Move the nodes apart where it does; an outline goes round once.',
  },
  'line-empty': {
    title: 'The line has no length.',
    help: 'Draw it from one place to another.',
  },
  'file-unreadable': {
    title: 'The file cannot be read.',
    help: 'It may have been moved or changed since it was chosen: choose it again.',
  },
  'plan-too-large': {
    title: 'That is more than one plan holds.',
    help: 'Make two plans of it.',
  },
  'line-too-fine': {
    title: 'The line has more nodes than Sashiko takes.',
    help: 'Simplify the path in the drawing program: up to 2000 nodes are read.',
  },
  'not-a-ready-piece': {
    title: 'The piece was drawn, so it has no sizes to type.',
    help: 'Move its nodes, or take a ready piece first.',
  },
  'no-picture': {
    title: 'There is no picture under the cloth.',
    help: 'Lay one there first, on the Cloth stage.',
  },
  'picture-points': {
    title: 'The picture cannot be made true from those places.',
    help: 'Choose places that lie well apart; four of a rectangle must be its corners, in order.',
  },
  'clip-foreign': {
    title: 'What was copied are no parts of a plan.',
    help: 'Copy parts in Sashiko first (Ctrl C), then paste them here.',
  },
  'too-few-parts': {
    title: 'That needs more parts.',
    help: 'Choose them with Shift and a click, or with a box drawn round them.',
  },
  'too-many-anchors': {
    title: 'There are more anchors than parts.',
    help: 'Spread more parts, or take an anchor away.',
  },
  'has-a-twin': {
    title: 'The part has a twin already.',
    help: 'Free it from its twin first.',
  },
  'line-too-short': {
    title: 'The line is too short for that.',
    help: 'Choose a longer line or a closer pitch.',
  },
  'svg-broken': {
    title: 'The file is no readable SVG.',
    help: 'Save it again as plain SVG from the drawing program.',
  },
  'svg-foreign': {
    title: 'The file is not an SVG drawing.',
    help: 'Choose a file whose first element is <svg>.',
  },
  'svg-too-large': {
    title: 'The SVG file is larger than a pattern should be.',
    help: 'Take away what is not needed, or simplify its paths in the drawing program.',
  },
  'svg-unsafe': {
    title: 'The SVG file holds more than a drawing, so it is not read.',
    help: 'Save it as plain SVG, without scripts, handlers, animation and links to other files.',
  },
  'svg-no-lines': {
    title: 'The SVG file has no lines that could be cut or sewn.',
    help: 'Turn texts and copies into paths in the drawing program first.',
  },
  'part-file-foreign': {
    title: 'The file is no part that Sashiko exported.',
    help: 'Choose a file whose name ends in .sashiko-part.json.',
  },
  'shelf-file-foreign': {
    title: 'The file is no backup of a shelf.',
    help: 'Choose a file whose name ends in .sashiko-shelf.json; a single plan is taken in with “Import a plan file”.',
  },
  'shelf-file-no-plans': {
    title: 'The backup holds no plans.',
    help: 'Its list of plans is missing: choose an earlier backup.',
  },
  'shelf-file-version': {
    title: 'The backup was written by another version of Sashiko.',
    help: 'Bring it back with that version, or a newer one.',
  },
  'unknown-marking': {
    title: 'There is no such line or area on the cloth.',
    help: 'Choose one that is listed on the Cloth stage.',
  },
  'size-not-positive': {
    title: 'A size must be larger than zero.',
    help: 'Type a positive length, such as 120 mm.',
  },
  'size-too-large': {
    title: 'The piece is larger than Sashiko plans.',
    help: 'A piece may measure up to 3 m each way.',
  },
  'name-empty': {
    title: 'A name needs at least one letter.',
    help: 'Type a name.',
  },
  'name-too-long': {
    title: 'The name is too long.',
    help: 'Use at most 120 letters.',
  },
  'value-out-of-range': {
    title: 'That value is out of its range.',
    help: 'Type one that is.',
  },
  'netlist-line': {
    title: 'A line of the netlist cannot be solved.',
    help: 'Mend the line that is named, or leave it out.',
  },
  'netlist-no-answer': {
    title: 'The netlist has no answer.',
    help: 'Mend what is named: the netlist asks for something that cannot be.',
  },
  'netlist-not-text': {
    title: 'This is no netlist.',
    help: 'Choose a text file that holds one: a title, then a line for each element.',
  },
  'circuit-no-solution': {
    title: 'The circuit could not be computed.',
    help: 'This is a fault in Sashiko: please keep the plan file that shows it.',
  },
  'supplies-unsettled': {
    title: 'The steady supplies of this plan feed each other, so no current settles.',
    help: 'Unpick the line that leads what one of them gives to where another one, or itself, takes its power from.',
  },
  'pattern-too-large': {
    title: 'The 1:1 pattern would need too many pages.',
    help: 'Print on a larger paper or make the piece smaller; up to 40 pages are printed.',
  },
  'router-no-supply': {
    title: 'There is nothing to route from: no holder is on the cloth.',
    help: 'Place a coin-cell holder first.',
  },
  'part-sewn': {
    title: 'A thread is sewn to the part already, so it stays where it is.',
    help: 'Take the thread out and untick its step, or unlock the thread, before the part gets another place.',
  },
  'run-sewn': {
    title: 'The thread is sewn already, so it stays as it is.',
    help: 'Take back its tick on the Sew stage when it is unpicked, or ask there for a repair.',
  },
  'paper-unknown': {
    title: 'Sashiko does not print on that paper.',
    help: 'Choose a4, a3 or letter.',
  },
  'print-unknown': {
    title: 'There is no such print.',
    help: 'Choose one of those that are named.',
  },
  'step-unknown': {
    title: 'There is no such step on the sheet.',
    help: 'Choose a step that is listed on the Sew stage.',
  },
  'step-order': {
    title: 'The step cannot go there.',
    help: 'The message names the step it must come before or after; move that one too, or choose a place between.',
  },
  'unknown-panel': {
    title: 'There is no such panel in the plan.',
    help: 'Choose a panel that lies on the table.',
  },
  'last-panel': {
    title: 'A plan has at least one panel.',
    help: 'Add another panel before you take this one away.',
  },
  'pass-elsewhere': {
    title: 'A thread can only pass a seam of the panel it lies on.',
    help: 'Bring it to the seam line first, then go on at the same letter.',
  },
  'run-passes': {
    title: 'This thread passes a seam.',
    help: 'It is not slid, split or joined as a whole: move its bends, or draw it anew.',
  },
  'seam-passed': {
    title: 'A thread passes this seam.',
    help: 'Take the thread away first, or lead it another way.',
  },
  'unknown-layer': {
    title: 'There is no such layer in the plan.',
    help: 'Choose a layer that lies on a panel.',
  },
  'window-none': {
    title: 'This layer covers no light and no sensor.',
    help: 'Lay it on the face on which they show, or place them first.',
  },
  'window-to-move-to': {
    title: 'No window is left for them to move to: they lie in windows already, or other parts do.',
    help: 'Lay a layer with windows over the face on which they show, or take other parts out of its windows.',
  },
  'seam-one-panel': {
    title: 'Both edges of this seam are of one panel.',
    help: 'Only panels that a seam joins can be laid along it.',
  },
  'seam-unknown': {
    title: 'There is no such seam.',
    help: 'It may have been taken apart meanwhile. Look at the seams of the Cloth stage.',
  },
  'layer-edge': {
    title: 'The open edge of a layer lies where its outline has none.',
    help: 'Choose it anew: from one corner of its outline to another.',
  },
  'seam-place': {
    title: 'A seam lies where the outline has no edge.',
    help: 'Choose its edges anew: from one corner of the outline to another.',
  },
  'seam-too-wide': {
    title: 'The seam would take up all the cloth there.',
    help: 'Leave less beyond its line, or make the piece wider.',
  },
  'seam-twice': {
    title: 'An edge is in two seams.',
    help: 'Take the other seam apart first, or let this one begin where that one ends.',
  },
  'work-unknown': {
    title: 'There is no such work on the piece.',
    help: 'Choose one that is listed on the Sew stage.',
  },
  'repair-nothing': {
    title: 'There is nothing to repair there.',
    help: 'Choose a thread that is on the cloth, and a place along it.',
  },
  'router-no-scope': {
    title: 'There is nothing chosen to route.',
    help: 'Choose at least one part on the cloth, or let everything be routed.',
  },
  'router-no-lights': {
    title: 'There is nothing to route to: no light is on the cloth.',
    help: 'Place at least one light first.',
  },
} as const satisfies Record<string, { title: string; help: string }>;

export type ErrorCode = keyof typeof ERROR_CATALOGUE;

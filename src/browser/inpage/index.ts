/** Everything that runs inside a page: plain data in, plain data out. Bundled into one script, `tavrikInPage`. */
export { findFrames, turnToFrame } from './artboards.js';
export { chooseParts, countElements } from './choose.js';
export { decideDrawing, decidePage } from './decide.js';
export { findControls } from './controls.js';
export { probeDefaults } from './defaults.js';
export { captureDrawing } from './drawing.js';
export { addFaces, fontUses } from './font-uses.js';
export { placeDrawing } from './place-drawing.js';
export { evaluateMedia, expandDeclarations, matchSelectors } from './rules.js';
export { comparePictures } from './pictures.js';
export { markFontUses, unmarkFontUses } from './page-fonts.js';
export { seePage } from './see-page.js';
export { seeLayers } from './see-layers.js';
export { settle } from './settle.js';
export { collectSheets, inlineStyles } from './sheets.js';
export { snapshot } from './snapshot.js';
export { measureNow } from './words.js';
export { openTrial, tryPage } from './trial.js';

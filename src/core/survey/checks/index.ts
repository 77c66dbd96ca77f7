import type { Check } from '../finding.js';
import { artboardWidths } from './artboard-widths.js';
import { embedded, lostScript, otherServer } from './outside-page.js';
import { deadLink } from './dead-link.js';
import { equalNames } from './equal-names.js';
import { headingOrder } from './heading-order.js';
import { emptyLayer, groupOfOne, hiddenLayer, looseObject, offArtboard } from './layer-states.js';
import { lowContrast } from './low-contrast.js';
import { manyLayers } from './many-layers.js';
import { missingAlt } from './missing-alt.js';
import { missingFont } from './missing-font.js';
import { nearColours, nearSpacings, nearTextStyles } from './near-values.js';
import { oneArtboardOnly } from './one-artboard.js';
import { outlinedText } from './outlined-text.js';
import { overlap } from './overlap.js';
import { ownItemStyles } from './per-item-styles.js';
import { imageMasked } from './image-masked.js';
import { imageMissing } from './image-missing.js';
import { keptAsImage } from './kept-as-image.js';
import { imageSize } from './image-size.js';
import { imageStretched } from './image-stretched.js';
import { rigidWidth } from './rigid-width.js';
import { textAsImage } from './text-as-image.js';
import { textCut } from './text-cut-off.js';
import { uncertainReading } from './uncertain-reading.js';
import { unevenGutters } from './uneven-gutters.js';

/** All checks, in the order in which their findings are listed within a severity. */
export const CHECKS: readonly Check[] = [
  missingFont,
  imageMissing,
  textCut,
  rigidWidth,
  outlinedText,
  uncertainReading,
  keptAsImage,
  textAsImage,
  imageStretched,
  imageMasked,
  imageSize,
  lowContrast,
  missingAlt,
  headingOrder,
  deadLink,
  lostScript,
  otherServer,
  embedded,
  artboardWidths,
  unevenGutters,
  overlap,
  oneArtboardOnly,
  ownItemStyles,
  manyLayers,
  nearColours,
  nearTextStyles,
  nearSpacings,
  equalNames,
  looseObject,
  groupOfOne,
  hiddenLayer,
  emptyLayer,
  offArtboard,
];

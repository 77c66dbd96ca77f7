import { showsWords } from '../../../core/images/lettering.js';

/** Pictures are looked at in about this size, px; smaller ones as they are. */
const WIDEST = 360;
const HIGHEST = 270;
/** Smaller than this, px, no words could be read; what is higher than wide by far shows none. */
const LEAST = [48, 10] as const;

/** Whether a picture that is loaded shows little but words. Pictures of other origins cannot be looked into. */
export function isImageText(image: HTMLImageElement): boolean {
  const { naturalWidth: width, naturalHeight: height } = image;
  if (width < LEAST[0] || height < LEAST[1] || height > 2 * width) return false;
  const scale = Math.min(1, WIDEST / width, HIGHEST / height);
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [Math.round(width * scale), Math.round(height * scale)];
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context || canvas.width < 1 || canvas.height < 1) return false;
  try {
    context.drawImage(image, 0, 0, canvas.width, canvas.height);
    return showsWords(context.getImageData(0, 0, canvas.width, canvas.height));
  } catch {
    return false;
  }
}

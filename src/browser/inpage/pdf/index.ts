/** Reads PDF files inside a page of the browser. Bundled into one script, `tavrikPdf`. */
export { openPdf, pdfTextSize, writePdfPage } from './document.js';

/** The reader of PDF files is bundled into a script, so that how its modules are loaded does not matter. */
declare module 'pdfjs-dist/legacy/build/pdf.mjs' {
  import type * as reader from 'pdfjs-dist' with { 'resolution-mode': 'import' };
  export const OPS: typeof reader.OPS;
  export const getDocument: typeof reader.getDocument;
  export const GlobalWorkerOptions: typeof reader.GlobalWorkerOptions;
  export type PDFDocumentProxy = reader.PDFDocumentProxy;
  export type PDFPageProxy = reader.PDFPageProxy;
}

declare module 'pdfjs-dist/legacy/build/pdf.worker.mjs' {
  export const WorkerMessageHandler: unknown;
}

declare module 'svg-to-pdfkit' {
  /** Draws the text of an SVG file on a page. */
  export default function SVGtoPDF(
    doc: PDFKit.PDFDocument,
    svg: string,
    x: number,
    y: number,
    options: {
      width: number;
      height: number;
      fontCallback: (family: string, isBold: boolean, isItalic: boolean) => string;
    },
  ): void;
}

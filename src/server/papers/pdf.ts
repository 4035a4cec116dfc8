/** Sets a paper on pages: a PDF with our fonts embedded, text that can be selected, tags, bookmarks. No browser. */
import PDFDocument from 'pdfkit';
import qrcode from 'qrcode';
import SVGtoPDF from 'svg-to-pdfkit';
import { type Block, inks, type Paper, type Tone } from '@/core/papers/paper';
import { fontFile, inOurLetters } from './letters';

export type PageSize = 'A4' | 'LETTER';
/** The bytes of a photo by its name; null where it is not there. */
export type Pictures = (fileId: string) => Buffer | null;

const pointsPerMm = 72 / 25.4;
const margin = 51;
const { ink, muted, rule, warning: rust } = inks;
const body = 10;

type Doc = PDFKit.PDFDocument;

class Setter {
  /** Was a letter met that the font lacks? */
  strange = false;
  private readonly width: number;

  constructor(
    private readonly doc: Doc,
    private readonly document: PDFKit.PDFStructureElement,
    private readonly pictures: Pictures,
  ) {
    this.width = doc.page.width - 2 * margin;
  }

  say(words: string): string {
    const { text, isWhole } = inOurLetters(words);
    if (!isWhole) this.strange = true;
    return text;
  }

  private element(type: string, draw: () => void): void {
    this.document.add(this.doc.struct(type, {}, draw));
  }

  /** A new page where so much does not fit any more, points. */
  private need(height: number): void {
    if (this.doc.y + height > this.doc.page.height - margin - 24) this.doc.addPage();
  }

  block(block: Block): void {
    switch (block.kind) {
      case 'title':
        return this.title(block.text, block.sub);
      case 'heading':
        return this.heading(block.text);
      case 'text':
        return this.text(block.text, block.tone);
      case 'list':
        return this.list(block.items);
      case 'table':
        return this.table(block);
      case 'drawings':
        return this.drawings(block);
      case 'signature':
        return this.signature(block);
      case 'labels':
        return this.labels(block);
      case 'photos':
        return this.photos(block.items);
      case 'logo':
        return this.logo(block.data);
      case 'page':
        this.doc.addPage();
    }
  }

  private title(words: string, sub: string): void {
    this.element('H1', () => {
      this.doc
        .font('bold')
        .fontSize(22)
        .fillColor(ink)
        .text(this.say(words), margin, this.doc.y, { width: this.width });
    });
    this.doc.outline.addItem(this.say(words));
    this.element('P', () => {
      this.doc.font('plain').fontSize(12).fillColor(muted).text(this.say(sub), { width: this.width });
    });
    this.doc.moveDown(0.6);
  }

  private heading(words: string): void {
    this.need(60);
    this.doc.moveDown(0.7);
    this.element('H2', () => {
      this.doc
        .font('bold')
        .fontSize(13)
        .fillColor(ink)
        .text(this.say(words), margin, this.doc.y, { width: this.width });
    });
    this.doc.outline.addItem(this.say(words));
    this.doc.moveDown(0.25);
  }

  private text(words: string, tone: Tone): void {
    this.need(26);
    this.element('P', () => {
      this.doc
        .font(tone === 'strong' || tone === 'warning' ? 'bold' : 'plain')
        .fontSize(tone === 'strong' ? 11.5 : tone === 'muted' ? 9 : body)
        .fillColor(tone === 'muted' ? muted : tone === 'warning' ? rust : ink)
        .text(this.say(words), margin, this.doc.y, { width: this.width });
    });
    this.doc.moveDown(0.25);
  }

  private list(items: readonly string[]): void {
    for (const item of items) {
      this.need(20);
      this.element('P', () => {
        this.doc
          .font('plain')
          .fontSize(body)
          .fillColor(ink)
          .text(`–  ${this.say(item)}`, margin + 4, this.doc.y, { width: this.width - 8, indent: 0 });
      });
      this.doc.moveDown(0.15);
    }
    this.doc.x = margin;
  }

  private table({ head, rows, widths, right, sums }: Extract<Block, { kind: 'table' }>): void {
    const { doc } = this;
    const gap = 8;
    const at = widths.map((_, i) => margin + this.width * widths.slice(0, i).reduce((a, b) => a + b, 0));
    const cellWidth = (i: number) => (widths[i] ?? 0) * this.width - gap;
    const root = doc.struct('Table');
    this.document.add(root);
    const row = (cells: readonly string[], kind: 'TH' | 'TD', strong: boolean) => {
      doc.font(strong ? 'bold' : 'plain').fontSize(kind === 'TH' ? 8.5 : 9.5);
      const words = cells.map((c) => this.say(c));
      const height =
        Math.max(...words.map((c, i) => doc.heightOfString(c || ' ', { width: cellWidth(i) }))) + 5;
      if (doc.y + height > doc.page.height - margin - 24) {
        doc.addPage();
        if (kind === 'TD') row(head, 'TH', true);
        doc.font(strong ? 'bold' : 'plain').fontSize(9.5);
      }
      const top = doc.y;
      const line = doc.struct('TR');
      root.add(line);
      words.forEach((c, i) => {
        line.add(
          doc.struct(kind, {}, () => {
            doc.fillColor(kind === 'TH' ? muted : ink).text(c || ' ', at[i] ?? margin, top + 2, {
              width: cellWidth(i),
              align: right[i] ? 'right' : 'left',
            });
          }),
        );
      });
      line.end();
      doc.y = top + height;
      doc.markContent('Artifact', { type: 'Layout' });
      doc
        .moveTo(margin, doc.y)
        .lineTo(margin + this.width, doc.y)
        .lineWidth(kind === 'TH' ? 1 : 0.4)
        .strokeColor(kind === 'TH' ? ink : rule)
        .stroke();
      doc.endMarkedContent();
    };
    this.need(44);
    row(head, 'TH', true);
    rows.forEach((cells, i) => row(cells, 'TD', i >= rows.length - sums));
    root.end();
    doc.x = margin;
    doc.moveDown(0.5);
  }

  private drawings({ columns, items }: Extract<Block, { kind: 'drawings' }>): void {
    const column = (this.width - (columns - 1) * 12) / columns;
    for (let i = 0; i < items.length; i += columns) {
      const row = items.slice(i, i + columns).map((d) => {
        const scale = Math.min(1, column / (d.widthMm * pointsPerMm));
        return { ...d, w: d.widthMm * pointsPerMm * scale, h: d.heightMm * pointsPerMm * scale };
      });
      const high = Math.max(...row.map((d) => d.h));
      this.need(high + 34);
      const top = this.doc.y;
      row.forEach(({ svg, caption, w, h }, k) => {
        const left = margin + k * (column + 12);
        const figure = this.doc.struct('Figure', { alt: this.say(caption) }, () => {
          SVGtoPDF(this.doc, svg, left, top, {
            width: w,
            height: h,
            fontCallback: (_family: string, isBold: boolean) => (isBold ? 'bold' : 'plain'),
          });
        });
        this.document.add(figure);
        this.element('Caption', () => {
          this.doc
            .font('plain')
            .fontSize(8.5)
            .fillColor(muted)
            .text(this.say(caption), left, top + high + 3, { width: column, height: 24, ellipsis: true });
        });
      });
      this.doc.x = margin;
      this.doc.y = top + high + 30;
    }
  }

  private signature({ label, path, words }: Extract<Block, { kind: 'signature' }>): void {
    this.need(100);
    const top = this.doc.y + 6;
    if (path) {
      const figure = this.doc.struct('Figure', { alt: `Signature: ${this.say(words)}` }, () => {
        this.doc
          .save()
          .translate(margin, top)
          .scale(0.5)
          .path(path)
          .lineWidth(3)
          .strokeColor(ink)
          .stroke()
          .restore();
      });
      this.document.add(figure);
    }
    const bottom = top + 72;
    this.doc.markContent('Artifact', { type: 'Layout' });
    this.doc
      .moveTo(margin, bottom)
      .lineTo(margin + 240, bottom)
      .lineWidth(0.8)
      .strokeColor(ink)
      .stroke();
    this.doc.endMarkedContent();
    this.doc.y = bottom + 3;
    this.text(words ? `${label}: ${words}` : label, 'muted');
  }

  private photos(items: Extract<Block, { kind: 'photos' }>['items']): void {
    const column = (this.width - 12) / 2;
    const high = column * 0.75;
    for (let i = 0; i < items.length; i += 2) {
      this.need(high + 30);
      const top = this.doc.y;
      items.slice(i, i + 2).forEach(({ fileId, caption }, k) => {
        const left = margin + k * (column + 12);
        const bytes = this.pictures(fileId);
        if (bytes) {
          const figure = this.doc.struct('Figure', { alt: this.say(caption) }, () => {
            this.doc.image(bytes, left, top, { fit: [column, high], align: 'center', valign: 'center' });
          });
          this.document.add(figure);
        }
        this.element('Caption', () => {
          this.doc
            .font('plain')
            .fontSize(8.5)
            .fillColor(muted)
            .text(
              this.say(bytes ? caption : `${caption} (the photo is not on this machine)`),
              left,
              top + high + 3,
              {
                ...{ width: column, height: 22, ellipsis: true },
              },
            );
        });
      });
      this.doc.y = top + high + 30;
    }
  }

  private logo(data: string): void {
    this.element('Figure', () => {
      this.doc.image(data, margin, this.doc.y, { fit: [160, 48] });
    });
    this.doc.y += 54;
  }

  /** A picture code in a square at a place, points. */
  private code(address: string, x: number, y: number, side: number): void {
    const { modules } = qrcode.create(address, { errorCorrectionLevel: 'M' });
    const one = side / modules.size;
    this.doc.markContent('Artifact', { type: 'Layout' });
    for (let row = 0; row < modules.size; row++)
      for (let column = 0; column < modules.size; column++)
        if (modules.get(row, column)) this.doc.rect(x + column * one, y + row * one, one, one);
    this.doc.fillColor(ink).fill();
    this.doc.endMarkedContent();
  }

  private labels({ widthMm, heightMm, texts, code }: Extract<Block, { kind: 'labels' }>): void {
    const { doc } = this;
    const [w, h] = [widthMm * pointsPerMm, heightMm * pointsPerMm];
    // with a white edge round the code, as readers want it
    const side = code ? Math.min(h - 10, w * 0.4) : 0;
    const wide = w - 12 - (code ? side + 6 : 0);
    const across = Math.max(1, Math.floor((doc.page.width - 2 * 20) / w));
    const down = Math.max(1, Math.floor((doc.page.height - 2 * 36) / h));
    texts.forEach(({ big, small }, i) => {
      const nth = i % (across * down);
      if (i > 0 && nth === 0) doc.addPage();
      const [x, y] = [20 + (nth % across) * w, 36 + Math.floor(nth / across) * h];
      this.element('P', () => {
        doc
          .font('bold')
          .fontSize(Math.min(16, h / 3.2))
          .fillColor(ink)
          .text(this.say(big), x + 6, y + 6, {
            ...{ width: wide, height: h / 2, ellipsis: true, lineBreak: false },
          });
        doc
          .font('plain')
          .fontSize(Math.min(8, h / 6))
          .fillColor(ink)
          .text(this.say(small), x + 6, y + h * 0.48, {
            ...{ width: wide, height: h * 0.45, ellipsis: true },
          });
      });
      if (code) this.code(code, x + w - side - 5, y + (h - side) / 2, side);
      doc.markContent('Artifact', { type: 'Layout' });
      doc.rect(x, y, w, h).lineWidth(0.3).strokeColor(rule).stroke();
      doc.endMarkedContent();
    });
  }
}

/** The foot of each page, and the warning at its head: told to no reader of tags twice. */
function running(doc: Doc, { running: words, warning }: Paper, say: (words: string) => string): void {
  const { start, count } = doc.bufferedPageRange();
  for (let i = start; i < start + count; i++) {
    doc.switchToPage(i);
    const { bottom, top } = doc.page.margins;
    // the foot stands in the margin: without one nothing makes a page more
    doc.page.margins.bottom = 0;
    doc.page.margins.top = 0;
    doc.markContent('Artifact', { type: 'Pagination' });
    doc.font('plain').fontSize(8).fillColor(muted);
    const y = doc.page.height - 34;
    doc.text(say(words), margin, y, { width: 360, height: 12, ellipsis: true, lineBreak: false });
    doc.text(`${i - start + 1} of ${count}`, doc.page.width - margin - 80, y, {
      ...{ width: 80, align: 'right', lineBreak: false },
    });
    if (warning)
      doc
        .font('bold')
        .fontSize(8)
        .fillColor(rust)
        .text(say(warning), margin, 22, {
          ...{ width: doc.page.width - 2 * margin, height: 12, ellipsis: true, lineBreak: false },
        });
    doc.endMarkedContent();
    doc.page.margins.bottom = bottom;
    doc.page.margins.top = top;
  }
}

/**
 * A paper as the bytes of a PDF.
 * @param size of the sheet. @param made when, for the file's own data.
 */
export function pdfOf(
  paper: Paper,
  size: PageSize,
  made: Date,
  pictures: Pictures = () => null,
): Promise<Buffer> {
  const doc = new PDFDocument({
    ...{ size, margin, bufferPages: true, pdfVersion: '1.7', tagged: true, displayTitle: true, lang: 'en' },
    info: { Title: paper.title, Creator: 'Nestle', CreationDate: made },
  });
  const parts: Buffer[] = [];
  const whole = new Promise<Buffer>((done, fail) => {
    doc.on('data', (part: Buffer) => parts.push(part));
    doc.on('end', () => done(Buffer.concat(parts)));
    doc.on('error', fail);
  });
  doc.registerFont('plain', fontFile(400));
  doc.registerFont('bold', fontFile(700));
  doc.font('plain');
  const document = doc.struct('Document');
  doc.addStructure(document);
  const setter = new Setter(doc, document, pictures);
  for (const block of paper.blocks) setter.block(block);
  if (setter.strange)
    setter.block({
      ...{ kind: 'text', tone: 'warning' },
      text: 'Some letters stand on this paper without their marks, or as dots: these fonts do not have them. The job file has them.',
    });
  document.end();
  running(doc, paper, (words) => setter.say(words));
  doc.end();
  return whole;
}

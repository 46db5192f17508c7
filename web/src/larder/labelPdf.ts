import { PDFDocument, rgb, StandardFonts, type PDFFont, type PDFPage } from '@cantoo/pdf-lib'
import { encode } from 'uqr'

/** What stands on a label, in words as they are printed. */
export interface LabelWords {
  readonly name: string
  readonly useBy: string
  readonly useByLabel: string
  readonly lines: readonly (readonly [what: string, value: string])[]
  readonly allergens: string
  /** Address that opens the lot. */
  readonly link: string
}

const MM = 72 / 25.4
const WIDTH = 62 * MM
const HEIGHT = 80 * MM
const MARGIN = 3.5 * MM
const BLACK = rgb(0, 0, 0)
const QR_MM = 22

/** What the printer's fonts can show: other signs become their nearest plain one. */
const plain = (text: string) =>
  text
    .replaceAll('−', '-')
    .replaceAll('–', '-')
    .replaceAll('’', "'")
    .normalize('NFC')
    .replace(/[^\x20-\x7e\xa0-\xff]/g, '?')

/** Breaks words over lines of a width. */
function wrapped(text: string, font: PDFFont, size: number, width: number): string[] {
  const lines: string[] = []
  let line = ''
  for (const word of plain(text).split(' ')) {
    const longer = line ? `${line} ${word}` : word
    if (font.widthOfTextAtSize(longer, size) <= width || !line) line = longer
    else {
      lines.push(line)
      line = word
    }
  }
  return [...lines, line].slice(0, 3)
}

/** A square code of black modules. */
function drawCode(page: PDFPage, link: string): void {
  const { data, size } = encode(link, { ecc: 'M', border: 0 })
  const module = (QR_MM * MM) / size
  data.forEach((row, r) =>
    row.forEach((isDark, c) => {
      if (isDark)
        page.drawRectangle({
          x: WIDTH - MARGIN - QR_MM * MM + c * module,
          y: MARGIN + (size - 1 - r) * module,
          width: module,
          height: module,
          color: BLACK,
        })
    }),
  )
}

/** A label 62 mm wide: the name, use-by as the largest after it, what must be known, and a code that opens the lot. */
export async function labelPdf(words: LabelWords): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.setTitle(plain(words.name))
  const [italic, solid, bold] = await Promise.all([
    pdf.embedFont(StandardFonts.TimesRomanItalic),
    pdf.embedFont(StandardFonts.Helvetica),
    pdf.embedFont(StandardFonts.HelveticaBold),
  ])
  const page = pdf.addPage([WIDTH, HEIGHT])
  let y = HEIGHT - MARGIN
  const put = (text: string, font: PDFFont, size: number, width = WIDTH - 2 * MARGIN) => {
    for (const line of wrapped(text, font, size, width)) {
      y -= size * 1.1
      page.drawText(line, { x: MARGIN, y, size, font, color: BLACK })
    }
  }
  put(words.name, italic, 19)
  y -= 3
  put(words.useByLabel, solid, 8)
  put(words.useBy, bold, 16)
  y -= 3
  const beside = WIDTH - 3 * MARGIN - QR_MM * MM
  for (const [what, value] of words.lines) put(`${what} ${value}`, solid, 9, beside)
  y -= 2
  put(words.allergens, bold, 9, beside)
  drawCode(page, words.link)
  return pdf.save()
}

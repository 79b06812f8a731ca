import type { createPdf } from 'pdfmake/build/pdfmake';
import type { PictureOf } from '../photos/PictureSource';
import type { ReportPhoto } from './reportPhotos';
import { pictureAddress } from './reportPhotos';
import type { ReportModel } from './reportModel';

type PdfDocument = Parameters<typeof createPdf>[0];
type Content = Extract<PdfDocument['content'], readonly unknown[]>[number];

/** The font that comes with the library: it has Ω and the arrows. */
export const paperFont = 'Roboto';

/**
 * The report as a PDF. The library is fetched when it is first wanted: it is larger than all the rest of the page.
 * @param drawing - the harness as SVG text that stands alone; null where it could not be drawn
 */
export async function reportPdf(
  report: ReportModel,
  drawing: string | null,
  { photos, pictureOf }: { readonly photos: readonly ReportPhoto[]; readonly pictureOf: PictureOf },
): Promise<Blob> {
  const [{ default: pdfMake }, { default: fonts }, ...addresses] = await Promise.all([
    import('pdfmake/build/pdfmake'),
    import('pdfmake/build/vfs_fonts'),
    ...photos.map((photo) => pictureAddress(photo, pictureOf)),
  ]);
  const shown = photos.flatMap(({ words }, index) => {
    const image = addresses[index];
    return image == null ? [] : [{ image, words }];
  });
  pdfMake.addVirtualFileSystem(fonts);
  return pdfMake.createPdf(pdfDocument(report, drawing, shown)).getBlob();
}

/** What a drawing may fill: between the margins of an upright page, and of one across, whichever the paper. Points. */
const upright: [number, number] = [515, 210];
const across: [number, number] = [712, 500];
/** A drawing this many times wider than high gets a page across: upright its letters would be too small to read. */
const wideFrom = 2.2;

/**
 * A report laid out on the workshop's paper.
 * @param drawing - the harness as SVG, null where there is none
 * @param photos - each as a data address, with its words
 */
export function pdfDocument(
  report: ReportModel,
  drawing: string | null,
  photos: readonly { readonly image: string; readonly words: string }[] = [],
): PdfDocument {
  const wide = drawing !== null && proportions(drawing) > wideFrom;
  return {
    pageSize: report.paper,
    pageMargins: [40, 40, 40, 45],
    defaultStyle: { font: paperFont, fontSize: 9, lineHeight: 1.15 },
    styles: { heading: { fontSize: 12, bold: true, margin: [0, 9, 0, 3] }, dim: { color: '#555555' } },
    info: { title: `${report.title}, ${report.vehicle}` },
    footer: (page, pages) => ({
      text: `${report.workshop} · ${report.vehicle} · page ${page} of ${pages}`,
      alignment: 'center',
      fontSize: 8,
      margin: [0, 12, 0, 0],
    }),
    content: [
      { text: report.title, fontSize: 18, bold: true },
      { text: `${report.vehicle} · ${report.workshop} · opened ${report.opened}`, style: 'dim' },
      { text: report.standing, bold: true, margin: [0, 3, 0, 0] },
      ...block('Complaint', [report.complaint]),
      ...block('Where the job stands', report.handOver),
      ...(report.cause === null
        ? []
        : block('Cause', [
            `${report.cause.what}: ${report.cause.text}`,
            ...(report.cause.root === '' ? [] : [`Why it failed: ${report.cause.root}`]),
          ])),
      ...list('Repair', report.steps),
      ...proofTable(report),
      ...photoRows(photos),
      ...block('Customer', report.customer),
      ...block('Time and money', [report.spent]),
      ...(drawing === null || wide ? [] : [drawn(drawing, upright)]),
      ...readingsTable(report),
      ...(drawing !== null && wide ? [drawn(drawing, across)] : []),
    ],
  };
}

/** Two photos side by side. */
function photoRows(photos: readonly { readonly image: string; readonly words: string }[]): Content[] {
  if (photos.length === 0) return [];
  const cell = (photo: (typeof photos)[number] | undefined) =>
    photo === undefined
      ? { text: '' }
      : {
          stack: [
            { image: photo.image, fit: [250, 200] as [number, number] },
            { text: photo.words, style: 'dim' },
          ],
        };
  const rows = photos.flatMap((photo, index) =>
    index % 2 === 0
      ? [
          {
            columns: [cell(photo), cell(photos[index + 1])],
            columnGap: 12,
            margin: [0, 3, 0, 3] as [number, number, number, number],
            unbreakable: true,
          },
        ]
      : [],
  );
  return [{ text: 'Photos', style: 'heading' }, ...rows];
}

function drawn(svg: string, fit: [number, number]): Content {
  return fit === across
    ? { svg, fit, pageBreak: 'before', pageOrientation: 'landscape' }
    : { svg, fit, margin: [0, 8, 0, 0] };
}

/** Width over height of a drawing, by its view box. */
function proportions(svg: string): number {
  const [, width, height] = /viewBox="[-\d.]+ [-\d.]+ ([\d.]+) ([\d.]+)"/.exec(svg) ?? [];
  return Number(width) / Number(height);
}

function block(title: string, lines: readonly string[]): Content[] {
  if (lines.length === 0) return [];
  return [{ text: title, style: 'heading' }, ...lines.map((text): Content => ({ text }))];
}

function list(title: string, lines: readonly string[]): Content[] {
  return lines.length === 0 ? [] : [{ text: title, style: 'heading' }, { ul: [...lines] }];
}

function readingsTable({ readings }: ReportModel): Content[] {
  if (readings.length === 0) return [];
  const rows = readings.map(({ number, time, what, state, value, note, gone }) => {
    const cell = (text: string): Content =>
      gone ? { text, decoration: 'lineThrough', color: '#777777' } : text;
    return [
      String(number),
      time,
      { stack: [cell(what), { text: state, style: 'dim', fontSize: 8 }] },
      cell(value),
      { text: note, style: 'dim' },
    ];
  });
  return [
    { text: 'Readings', style: 'heading' },
    {
      layout: 'lightHorizontalLines',
      table: {
        headerRows: 1,
        widths: ['auto', 'auto', '*', 'auto', 'auto'],
        body: [['', 'When', 'What, and how the vehicle stood', 'Read', 'By'], ...rows],
      },
    },
  ];
}

function proofTable({ proofs }: ReportModel): Content[] {
  if (proofs.length === 0) return [];
  return [
    { text: 'Proof: the same measurement before and after', style: 'heading' },
    {
      layout: 'lightHorizontalLines',
      table: {
        headerRows: 1,
        widths: ['*', 'auto', 'auto', 'auto'],
        body: [
          ['What', 'Before', 'After', ''],
          ...proofs.map(({ what, before, after, proves }) => [
            what,
            before,
            after,
            proves ? 'proves the repair' : 'does not prove it',
          ]),
        ],
      },
    },
  ];
}

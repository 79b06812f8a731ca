import type { ReactNode } from 'react';
import { Picture } from '../photos/Picture';
import type { ReportPhoto } from './reportPhotos';
import type { ReportModel } from './reportModel';

/** The report as a sheet of paper: light in either light, since it is for printing. */
export function ReportSheet({
  report,
  drawing,
  photos = [],
}: {
  readonly report: ReportModel;
  readonly drawing: ReactNode;
  readonly photos?: readonly ReportPhoto[];
}) {
  return (
    <article
      data-light="day"
      className="bg-raised text-ink border-line border p-3 text-[15px] sm:p-6 print:border-0 print:bg-white print:p-0"
    >
      <h1 className="text-3xl font-semibold">{report.title}</h1>
      <p className="text-dim">
        {report.vehicle} · {report.workshop} · opened {report.opened}
      </p>
      <p className="mt-1 text-lg font-medium">{report.standing}</p>
      <Block title="Complaint">
        <p className="whitespace-pre-wrap">{report.complaint}</p>
      </Block>
      <Lines title="Where the job stands" lines={report.handOver} />
      {report.cause !== null && (
        <Block title="Cause">
          <p>
            <b className="font-semibold">{report.cause.what}</b>: {report.cause.text}
          </p>
          {report.cause.root !== '' && <p>Why it failed: {report.cause.root}</p>}
        </Block>
      )}
      <Lines title="Repair" lines={report.steps} />
      {report.proofs.length > 0 && (
        <Block title="Proof: the same measurement before and after">
          {report.proofs.map(({ what, before, after, proves }) => (
            <div
              key={what + after}
              className="border-line grid grid-cols-2 gap-x-6 sm:grid-cols-[1fr_auto_auto] border-t py-1"
            >
              <span className="col-span-2 sm:col-span-1">{what}</span>
              <span>
                <span className="text-dim block text-[13px]">Before</span>
                <span className="font-mono font-semibold">{before}</span>
              </span>
              <span>
                <span className="text-dim block text-[13px]">After</span>
                <span className="font-mono font-semibold">{after}</span>
              </span>
              <span className={`col-span-2 sm:col-span-3 ${proves ? 'text-agree' : 'text-clash'}`}>
                {proves ? 'This proves the repair.' : 'This does not prove it.'}
              </span>
            </div>
          ))}
        </Block>
      )}
      {photos.length > 0 && (
        <Block title="Photos">
          <ul className="grid grid-cols-2 gap-3 pt-1">
            {photos.map(({ id, words }) => (
              <li key={id} className="break-inside-avoid">
                <Picture
                  id={id}
                  words={words}
                  className="border-line max-h-72 w-full border object-contain"
                />
                <span className="text-dim text-[13px]">{words}</span>
              </li>
            ))}
          </ul>
        </Block>
      )}
      <Lines title="Customer" lines={report.customer} />
      <Block title="Time and money">
        <p>{report.spent}.</p>
      </Block>
      <Block title="Harness">{drawing}</Block>
      {report.readings.length > 0 && (
        <Block title="Readings">
          <table className="w-full text-left">
            <tbody>
              {report.readings.map(({ id, number, time, what, state, value, note, gone }) => (
                <tr key={id} className={`border-line border-t align-top ${gone ? 'text-dim' : ''}`}>
                  <td className="py-1 pr-2 font-mono text-[12px]">{number}</td>
                  <td className="py-1 pr-3 font-mono text-[12px] sm:whitespace-nowrap print:whitespace-nowrap">
                    {time}
                  </td>
                  <td className="py-1 pr-3">
                    <span className={gone ? 'line-through' : ''}>{what}</span>
                    <span className="text-dim block text-[13px]">{state}</span>
                  </td>
                  <td
                    className={`py-1 pr-3 font-mono font-semibold sm:whitespace-nowrap ${gone ? 'line-through' : ''}`}
                  >
                    {value}
                  </td>
                  <td className="text-dim py-1 text-[13px]">{note}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </Block>
      )}
    </article>
  );
}

function Block({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mt-4 break-inside-avoid-page">
      <h2 className="text-xl font-semibold">{title}</h2>
      {children}
    </section>
  );
}

function Lines({ title, lines }: { title: string; lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <Block title={title}>
      <ul className="list-disc pl-5">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </Block>
  );
}

/** A printed paper, or that there is none. */
export const pdfAnswer = (pdf: Buffer | null, name: string): Response =>
  pdf
    ? new Response(new Uint8Array(pdf), {
        headers: { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="${name}.pdf"` },
      })
    : new Response(null, { status: 404 });

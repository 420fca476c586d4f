/** A printed paper, or that there is none. */
export const pdfAnswer = (pdf: Buffer | null, name: string): Response =>
  pdf
    ? new Response(new Uint8Array(pdf), {
        headers: { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="${name}.pdf"` },
      })
    : new Response(null, { status: 404 });

/** Where this shop's computer is reached, as the request reached it: what a square on a label opens. */
export const addressOf = (request: Request): string => {
  const host = request.headers.get('host') ?? new URL(request.url).host;
  return `${new URL(request.url).protocol}//${host}`;
};

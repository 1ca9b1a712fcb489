/** Files that are handed out under a name a knitter knows them by. */

/** A name as a file's: letters and numbers of any writing, the rest as dashes. */
export const stemOf = (name: string, otherwise: string) =>
  name
    .trim()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '') || otherwise;

export const attachment = (body: BodyInit, name: string, type: string) =>
  new Response(body, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    },
  });

/** An answer that the browser saves under the given name instead of showing it. */
export function download(
  content: string | Uint8Array<ArrayBuffer>,
  fileName: string,
  type: string,
): Response {
  const plain = fileName.replace(/[^\w.() -]/g, '_');
  return new Response(content, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(fileName)}`,
    },
  });
}

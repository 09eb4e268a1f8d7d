export type Uploaded = { ok: true; fileId: string; waiting: boolean } | { ok: false; message: string };

/** Where a file goes: a retrieval, or a database whose newest retrieval takes it. */
export type UploadTarget = { retrieval: string; corrects?: string } | { database: string };

/** Sends a file as it is. fetch cannot tell how much was sent, so this uses the older request object. */
export function upload(
  reviewId: string,
  target: UploadTarget,
  file: File,
  format: string,
  onShare: (share: number) => void,
): Promise<Uploaded> {
  const query = new URLSearchParams({ ...target, name: file.name, ...(format ? { format } : {}) });
  return new Promise((resolve) => {
    const request = new XMLHttpRequest();
    request.open('PUT', `/api/reviews/${reviewId}/files?${query}`);
    request.upload.onprogress = (e) => e.lengthComputable && onShare(e.loaded / e.total);
    request.onload = () => {
      try {
        resolve(JSON.parse(request.responseText));
      } catch {
        resolve({ ok: false, message: `${file.name}: the server answered ${request.status}.` });
      }
    };
    request.onerror = () => resolve({ ok: false, message: `${file.name} could not be sent: the server did not answer. Try again.` });
    request.send(file);
  });
}

import { Upload } from 'tus-js-client';

const PART = 8 * 1024 * 1024;

/** Milliseconds between tries: some minutes in all, after which the file can be dropped again and goes on where it was. */
const PAUSES = [300, 1000, 3000, 5000, 10_000, 20_000, 30_000, 30_000, 30_000, 30_000, 60_000, 60_000];

/**
 * Sends a file in parts, by the tus protocol; a broken-off one is gone on with when the same file is sent again.
 * `key` tells it from the same file sent for something else, `largest` is the most bytes that are taken. Throws a sentence
 * for the person.
 */
export const send = (file, { endpoint, largest, metadata, key, progress }) =>
  new Promise((resolve, reject) => {
    if (file.size > largest) throw new Error(`larger than ${Math.round(largest / 1024 / 1024)} MB, the most that is taken.`);
    const upload = new Upload(file, {
      endpoint,
      chunkSize: PART,
      retryDelays: PAUSES,
      // A disk that is full is not made free by trying.
      onShouldRetry: (error) => [0, 409, 423, 429, 500, 502, 503, 504].includes(error.originalResponse?.getStatus() ?? 0),
      metadata: { filename: file.name, ...metadata },
      headers: { 'X-Act': 'csrf-token' },
      removeFingerprintOnSuccess: true,
      fingerprint: async (one) => ['snugfit', endpoint, key, one.name, one.size, one.lastModified].join('|'),
      onProgress: (sent, total) => progress(total ? sent / total : 1),
      onError: (error) => {
        const page = new DOMParser().parseFromString(
          ('originalResponse' in error && error.originalResponse?.getBody()) || '',
          'text/html',
        );
        reject(
          new Error(page.querySelector('[data-sentence]')?.textContent.trim() || 'it could not be sent; drop it again to go on.'),
        );
      },
      onSuccess: resolve,
    });
    upload.findPreviousUploads().then((before) => {
      if (before.length) upload.resumeFromPreviousUpload(before[0]);
      upload.start();
    });
  });

import { Upload } from 'tus-js-client';

const PART = 8 * 1024 * 1024;

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
      retryDelays: [300, 1000, 3000, 5000, 10000],
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

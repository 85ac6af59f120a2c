import { fromBase } from '../../state/base.ts';

/** An upload under way. Sizes are in bytes, the rate in bytes a second. */
export interface Upload {
  sent: number;
  total: number;
  rate: number;
  stop: () => void;
}

/** Sends a file as the body of a request, telling how far it is. Rejects with a sentence. */
export function upload(file: File, onProgress: (upload: Upload) => void): Promise<{ id: number }> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    const started = performance.now();
    const report = (sent: number): void => {
      const seconds = (performance.now() - started) / 1000;
      onProgress({
        sent,
        total: file.size,
        rate: seconds > 0.5 ? sent / seconds : 0,
        stop: () => request.abort(),
      });
    };
    request.upload.onprogress = ({ loaded }) => report(loaded);
    request.onload = () => {
      const answer = answerOf(request.responseText);
      if (request.status === 200 && typeof answer.id === 'number') resolve({ id: answer.id });
      else reject(new Error(answer.problem ?? `The upload was refused (${request.status}).`));
    };
    request.onerror = () => reject(new Error('The upload was interrupted. Is Yletope still running?'));
    request.onabort = () => reject(new Error('The upload was stopped. Nothing of it was kept.'));
    request.open('POST', fromBase(`/upload?name=${encodeURIComponent(file.name)}`));
    request.setRequestHeader('content-type', 'application/octet-stream');
    request.send(file);
    report(0);
  });
}

function answerOf(text: string): { id?: number; problem?: string } {
  try {
    return JSON.parse(text) as { id?: number; problem?: string };
  } catch {
    return {};
  }
}

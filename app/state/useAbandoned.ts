import { useEffect } from 'react';

/**
 * What was being loaded and is left for something else ends with an AbortError that nobody waits for: pages that are gone
 * through quickly, or left while a survey is under way, are no failures, and are not reported as such.
 */
export function useAbandoned(): void {
  useEffect(() => {
    const onRejection = (event: PromiseRejectionEvent): void => {
      if (event.reason instanceof DOMException && event.reason.name === 'AbortError') event.preventDefault();
    };
    window.addEventListener('unhandledrejection', onRejection);
    return () => window.removeEventListener('unhandledrejection', onRejection);
  }, []);
}

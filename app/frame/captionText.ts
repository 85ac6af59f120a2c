/** The caption of the view at hand as a sentence, without what only unfolds it; empty where there is none. */
export function captionText(): string {
  const caption = document.querySelector('.caption')?.cloneNode(true) as HTMLElement | undefined;
  if (!caption) return '';
  for (const button of caption.querySelectorAll('.caption-more')) button.remove();
  return caption.textContent
    .replace(/\u2060/g, '')
    .replace(/\s+/g, ' ')
    .replace(/ ([.,;])/g, '$1')
    .trim();
}

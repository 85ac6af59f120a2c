/** Takes away what it stands beside. */
export function CloseButton({ onClose, label }: { onClose: () => void; label: string }) {
  return (
    <button type="button" className="plain-button faded" aria-label={label} onClick={onClose}>
      ✕
    </button>
  );
}

/** A figure with a bar as long as its share of the largest beside it. */
export function Bar({ share, text, hue }: { share: number; text: string; hue: 'cost' | 'hours' | 'water' }) {
  return (
    <span className="bar-cell">
      <span className={`bar is-${hue}`} aria-hidden="true">
        <i style={{ width: `${Math.round(Math.max(0, Math.min(1, share)) * 100)}%` }} />
      </span>
      <b>{text}</b>
    </span>
  );
}

/** Close Rank's mark: a rank that has closed along its string, before one that has not. */
export function Mark() {
  return (
    <svg width="30" height="18" viewBox="0 0 30 18" aria-hidden="true">
      <g fill="#8FA39A">
        <circle cx="7" cy="4" r="2.6" />
        <circle cx="15" cy="4" r="2.6" />
        <circle cx="23" cy="4" r="2.6" />
      </g>
      <path d="M0 13h30" stroke="#E2A11B" />
      <g fill="#E2A11B">
        <circle cx="3.5" cy="13" r="3.2" />
        <circle cx="11.2" cy="13" r="3.2" />
        <circle cx="18.8" cy="13" r="3.2" />
        <circle cx="26.5" cy="13" r="3.2" />
      </g>
    </svg>
  );
}

/** What a sign of good or bad stock looks like, drawn plainly: the same plant each time, with what is meant picked out. */
export function SignDrawing({ sign }: { sign: string }) {
  return (
    <svg viewBox="0 0 44 60" className="sign" aria-hidden="true">
      {(DRAWN[sign] ?? DRAWN['pieces-whole'])!}
    </svg>
  );
}

const stem = <path d="M22 32V6M22 20l-7-7M22 16l6-6" className="wood" />;
const buds = (
  <g className="wood">
    <circle cx={15} cy={12} r={1.6} />
    <circle cx={28} cy={9} r={1.6} />
    <circle cx={22} cy={5} r={1.6} />
  </g>
);
const roots = (
  <path d="M22 32v22M22 36l-9 12M22 36l9 12M22 40l-4 14M22 40l4 14M16 44l-6 4M28 44l6 4" className="root" />
);
const pot = <path d="M11 32h22l-3 24H14z" className="pot" />;
const ball = <circle cx={22} cy={44} r={13} className="pot" />;
const ground = <path d="M2 32h40" className="edge" />;

const DRAWN: Readonly<Record<string, React.ReactNode>> = {
  'roots-moist': (
    <>
      {stem}
      {buds}
      {roots}
      <path d="M8 54c0-3 2-5 2-5s2 2 2 5a2 2 0 0 1-4 0M32 56c0-3 2-5 2-5s2 2 2 5a2 2 0 0 1-4 0" className="wet" />
    </>
  ),
  'buds-closed': (
    <>
      {stem}
      {buds}
      <path d="M22 24v5" className="good" />
      {roots}
    </>
  ),
  'roots-dry': (
    <>
      {stem}
      <path d="M22 32v8M22 36l-6 6M22 36l6 6M19 44l-3 4M25 45l4 4M22 43v5" className="bad broken" />
    </>
  ),
  'roots-few': (
    <>
      {stem}
      <path d="M22 32v24" className="bad" />
    </>
  ),
  'buds-open': (
    <>
      {stem}
      <path d="M15 13c-6-1-7-6-7-6s7 0 7 6M28 10c6-1 7-6 7-6s-7 0-7 6M22 6c-3-3-1-6 0-6s3 3 0 6" className="bad leaf" />
      {roots}
    </>
  ),
  mould: (
    <>
      {stem}
      {roots}
      <g className="bad">
        {[
          [14, 40],
          [19, 47],
          [27, 42],
          [31, 48],
          [23, 36],
        ].map(([x, y]) => (
          <circle key={x} cx={x} cy={y} r={2.2} />
        ))}
      </g>
    </>
  ),
  'stem-broken': (
    <>
      <path d="M22 32V20" className="wood" />
      <path d="M22 20l-3-3 5 0-2-4M24 15l9-8" className="bad" />
      {roots}
    </>
  ),
  'plug-whole': (
    <>
      {stem}
      {buds}
      <path d="M16 32h12l-3 22h-6z" className="pot" />
      <path d="M18 38l8 3M18 44l7 3M19 50l6-2" className="root" />
    </>
  ),
  'plug-broken': (
    <>
      {stem}
      <path d="M16 32h12l-2 8-4-3-5 3zM17 46l5-2 3 4M20 56l4-2" className="bad" />
    </>
  ),
  'roots-brown': (
    <>
      {stem}
      <path d="M16 32h12l-3 22h-6z" className="pot" />
      <path d="M18 37c4 2 4 4 8 2M19 44c3 3 4 1 6 2M20 50c2 2 3 0 4 1" className="bad" />
    </>
  ),
  'pot-held': (
    <>
      {stem}
      {buds}
      {pot}
      <path d="M16 38v12M20 37v15M24 37v15M28 38v12" className="root" />
    </>
  ),
  'roots-circle': (
    <>
      {stem}
      {pot}
      <path d="M14 40c4 4 12 4 16 0M14 45c4 4 11 4 15 0M15 50c4 3 10 3 14 0" className="bad" />
    </>
  ),
  'flare-buried': (
    <>
      <path d="M22 44V6M22 20l-7-7M22 16l6-6" className="wood" />
      {ground}
      <path d="M22 32v12l-6 6M22 44l6 6" className="bad" />
    </>
  ),
  'ball-firm': (
    <>
      {stem}
      {buds}
      {ball}
      <path d="M11 40l22 8M33 40l-22 8" className="edge" />
    </>
  ),
  'ball-cracked': (
    <>
      <path d="M22 32L26 6M24 20l-7-7M25 16l6-6" className="wood" />
      {ball}
      <path d="M22 32l-3 7 5 5-4 6 3 6" className="bad" />
    </>
  ),
  'ball-dry': (
    <>
      {stem}
      {ball}
      <path d="M14 40l6 4-3 6M28 38l-3 6 5 6M20 54l3-4" className="bad" />
    </>
  ),
  'pieces-whole': <path d="M14 6v48M22 6v48M30 6v48" className="wood thick" />,
  'pieces-broken': (
    <>
      <path d="M14 6v48M30 6v48" className="wood thick" />
      <path d="M22 6v20l3 3M19 34l3 3v17" className="bad thick" />
    </>
  ),
  'pieces-other': (
    <>
      <path d="M14 6v48M30 6v48" className="wood thick" />
      <path d="M22 28v26" className="bad thick" />
    </>
  ),
};

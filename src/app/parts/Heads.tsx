/** The head of a table, one name a column. */
export function Heads({ of }: { of: readonly string[] }) {
  return (
    <thead>
      <tr>
        {of.map((head) => (
          <th key={head} scope="col">
            {head}
          </th>
        ))}
      </tr>
    </thead>
  );
}

export interface BeforeAfterProps {
  readonly head: string;
  readonly after: string;
  /** Name, what it is now, what it will be. */
  readonly rows: readonly (readonly [name: string, before: string, after: string])[];
}

/** What something does to a few figures; those it changes stand out. */
export function BeforeAfter({ head, after: then, rows }: BeforeAfterProps) {
  return (
    <table>
      <thead>
        <tr>
          <th>{head}</th>
          <th data-figures>now</th>
          <th data-figures>{then}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, before, after]) => (
          <tr key={name}>
            <td>{name}</td>
            <td data-figures>{before}</td>
            <td data-figures>{before === after ? after : <b>{after}</b>}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

import { createContext, useContext, useMemo, type CSSProperties, type ReactNode } from 'react';
import { headAndTail } from '../../../server/views/graphQuery/cut.ts';
import { nameAlone, namesApart, type Named } from '../../../server/views/graphQuery/namesApart.ts';

interface Naming {
  within: string;
  textOf: ReadonlyMap<string, string>;
}

const NamesContext = createContext<Naming>({ within: '', textOf: new Map() });

const identityOf = ({ key, isRest = false }: Named): string => `${key} ${isRest}`;

/** A list of elements, each of which is named inside so that it is told from the others; `within` is what the list is of. */
export function NamedList({
  all,
  within = '',
  children,
}: {
  all: readonly Named[];
  within?: string;
  children: ReactNode;
}) {
  const naming = useMemo(() => {
    const texts = namesApart(all, { within });
    return { within, textOf: new Map(all.map((named, i) => [identityOf(named), texts[i]])) };
  }, [all, within]);
  return <NamesContext.Provider value={naming}>{children}</NamesContext.Provider>;
}

/** How an element is called in the list that it stands in, or alone. */
export function useNameOf(): (named: Named) => string {
  const { within, textOf } = useContext(NamesContext);
  return (named) => textOf.get(identityOf(named)) ?? nameAlone(named, within);
}

/** A name that is cut in its middle where room is short, never at its telling end. */
export function CutName({ name }: { name: string }) {
  const [head, tail] = headAndTail(name);
  return (
    <span className="cut-name" style={{ '--tail': tail.length } as CSSProperties}>
      {head !== '' && <span className="cut-head">{head}</span>}
      <span className="cut-tail">
        <bdi dir="ltr">{tail}</bdi>
      </span>
    </span>
  );
}

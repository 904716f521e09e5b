import { useEffect, useState, type ComponentType, type ReactNode } from 'react';

/**
 * A component whose code comes when it is first shown; `meanwhile` stands in its place until then.
 * React's own `lazy` shows what has come only 0.3 s after what stood in for it, and that for each piece inside another.
 * A fault is thrown where the component stands; shown anew, it is asked for again.
 * @param here the component, where somebody asked for it before: then nothing stands in for it.
 */
export function later<Props extends object>(
  load: () => Promise<ComponentType<Props>>,
  meanwhile: ReactNode = null,
  here: () => ComponentType<Props> | undefined = () => undefined,
): ComponentType<Props> {
  let come: ComponentType<Props> | undefined;
  const fetch = async () => (come ??= await load());
  return function Later(props: Props) {
    const [Shown, show] = useState(() => (come ??= here()));
    const [fault, setFault] = useState<{ reason: unknown }>();
    useEffect(() => {
      if (Shown) return;
      let gone = false;
      fetch().then(
        (component) => void (gone || show(() => component)),
        (reason: unknown) => void (gone || setFault({ reason })),
      );
      return () => void (gone = true);
    }, [Shown]);
    if (fault) throw fault.reason;
    return Shown ? <Shown {...props} /> : meanwhile;
  };
}

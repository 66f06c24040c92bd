import { createContext, useContext, useState, type ReactNode } from 'react';
import { createPortal } from 'react-dom';

interface StatusPlace {
  readonly place: HTMLElement | null;
  readonly setPlace: (place: HTMLElement | null) => void;
}

const PlaceInStatus = createContext<StatusPlace>({ place: null, setPlace: () => {} });

/** Lets pages say something in the status strip. */
export function StatusPlaceProvider({ children }: { readonly children: ReactNode }) {
  const [place, setPlace] = useState<HTMLElement | null>(null);
  return <PlaceInStatus value={{ place, setPlace }}>{children}</PlaceInStatus>;
}

/** Where in the strip it is said. */
export function StatusPlace() {
  const { setPlace } = useContext(PlaceInStatus);
  return <span ref={setPlace} role="status" />;
}

/** Says it there; nowhere, where there is no strip. */
export function InStatus({ children }: { readonly children: ReactNode }) {
  const { place } = useContext(PlaceInStatus);
  return place === null ? null : createPortal(children, place);
}

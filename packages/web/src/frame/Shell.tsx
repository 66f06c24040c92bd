import { Search } from 'lucide-react';
import { Suspense, useEffect, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Outlet, useLocation, useNavigate, useSearchParams } from 'react-router';
import styled from 'styled-components';
import type { Month } from '@lowtide/core/calendar/month.ts';
import { AsOfLink, localText, useGo, ShownBooksProvider, useAddressAsOf } from '../api/as-of.tsx';
import { FirstPersonPage } from '../account/FirstPersonPage.tsx';
import { PersonMenu } from '../account/PersonMenu.tsx';
import { SignInDialog, SignInPage } from '../account/SignInPage.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { SessionProvider, useMay } from '../api/session.tsx';
import { FigureActionsContext } from '../ui/Figure.tsx';
import { BY_CHARACTER } from '../ui/keys.ts';
import { StatusPlaceProvider } from '../ui/InStatus.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { color, narrow, size, space, type } from '../theme/tokens.ts';
import { CommandField } from './CommandField.tsx';
import { pinned, useGaugesDispatch } from './gauges-slice.ts';
import { FigureHint } from './FigureHint.tsx';
import { Gauges, pinOf } from './Gauges.tsx';
import { KeysDialog } from './KeysDialog.tsx';
import { MonthRibbon } from './MonthRibbon.tsx';
import { Sections } from './Sections.tsx';
import { SetUpPage } from './SetUpPage.tsx';
import { StatusStrip } from './StatusStrip.tsx';
import { TraceDrawer } from './TraceDrawer.tsx';

/** Who asks, then the frame of the books the address names, then the page within it. */
export function Shell() {
  const { answer: session, trouble } = useRead('session', {}, { keepLast: true });
  const [wasIn, setWasIn] = useState(false);
  if (session?.person && !wasIn) setWasIn(true);
  if (!session) return trouble ? <Note $tone="trouble">{trouble.detail}</Note> : <Loading />;
  if (session.person === null && !wasIn) return session.needsCode ? <FirstPersonPage /> : <SignInPage />;
  return (
    <SessionProvider session={session}>
      <Framed />
      {session.person === null ? <SignInDialog /> : null}
    </SessionProvider>
  );
}

function Framed() {
  const { month, known } = useAddressAsOf();
  const query = { ...(month === undefined ? {} : { through: month }), ...(known === undefined ? {} : { known }) };
  const { answer: frame, trouble } = useRead('frame', { query }, { keepLast: true });
  if (!frame) return trouble ? <Note $tone="trouble">{trouble.detail}</Note> : <Loading />;
  if (frame.company === null) return <SetUpPage today={frame.today} />;
  return (
    <ShownBooksProvider frame={frame}>
      <FramedPage frame={frame} />
    </ShownBooksProvider>
  );
}

function FramedPage({ frame }: { readonly frame: Answer<'frame'> }) {
  const [search, setSearch] = useSearchParams();
  const navigate = useNavigate();
  const go = useGo();
  const dispatch = useGaugesDispatch();
  const may = useMay();
  const [open, setOpen] = useState<'command' | 'keys' | null>(null);
  useMonthInAddress(frame.through);
  const traced = search.get('trace');
  const actions = useMemo(
    () => ({
      trace: (figure: string) =>
        setSearch(
          (before) => new URLSearchParams([...[...before].filter(([name]) => name !== 'trace'), ['trace', figure]]),
        ),
      pin: (figure: string) => void dispatch(pinned(pinOf(figure))),
    }),
    [dispatch, setSearch],
  );
  useHotkeys('mod+k', () => setOpen('command'), { preventDefault: true, enableOnFormTags: true, useKey: true });
  useHotkeys('?', () => setOpen('keys'), BY_CHARACTER);
  // With Ctrl it is the browser's: the page is loaded again.
  useHotkeys('r', () => go('/reports'), { useKey: true });
  const untrace = (): void =>
    void navigate({ search: new URLSearchParams([...search].filter(([name]) => name !== 'trace')).toString() });
  return (
    <FigureActionsContext value={actions}>
      <StatusPlaceProvider>
        <Frame>
          <Skip href="#page">To the page</Skip>
          <TopBar frame={frame} onFind={() => setOpen('command')} />
          {may('read-projects') ? <MonthRibbon /> : null}
          {may('read-books') ? <Gauges /> : null}
          <Middle>
            <Sections />
            <main id="page" tabIndex={-1}>
              <KnownBanner />
              <Suspense fallback={<Loading />}>
                <Outlet />
              </Suspense>
            </main>
          </Middle>
          <StatusStrip />
        </Frame>
      </StatusPlaceProvider>
      {traced === null ? null : <TraceDrawer figure={traced} onClose={untrace} />}
      <FigureHint />
      {open === 'command' ? <CommandField onClose={() => setOpen(null)} /> : null}
      {open === 'keys' ? <KeysDialog onClose={() => setOpen(null)} /> : null}
    </FigureActionsContext>
  );
}

/** An address that is copied shows the same month to whoever opens it, whenever they do. */
function useMonthInAddress(through: Month): void {
  const { month } = useAddressAsOf();
  const [, setSearch] = useSearchParams();
  const { pathname } = useLocation();
  useEffect(() => {
    if (month !== undefined) return;
    setSearch(
      () => {
        const next = new URLSearchParams(globalThis.location.search);
        next.set('m', through);
        return next;
      },
      { replace: true },
    );
  }, [month, through, pathname, setSearch]);
}

function TopBar({ frame, onFind }: { readonly frame: Answer<'frame'>; readonly onFind: () => void }) {
  return (
    <Top>
      <AsOfLink to="/">
        <img src="/mark.svg" alt="" width={24} height={24} />
        <strong>Lowtide</strong>
      </AsOfLink>
      <span>
        {frame.company?.name} · {frame.company?.currency}
      </span>
      <button type="button" data-find onClick={onFind}>
        <Search size={14} aria-hidden /> Find or do anything <kbd>Ctrl K</kbd>
      </button>
      <PersonMenu />
    </Top>
  );
}

/** Says it plainly when the books are shown as they once were known. */
function KnownBanner() {
  const { known } = useAddressAsOf();
  if (known === undefined) return null;
  return <Banner role="status">The books as known on {localText(known)}. What was recorded later is left out.</Banner>;
}

const Frame = styled.div`
  display: grid;
  grid-template: 42px auto auto minmax(0, 1fr) ${size.status} / minmax(0, 1fr);
  height: 100%;
  ${narrow} {
    > aside,
    > footer {
      display: none;
    }
    grid-template-rows: 42px auto auto minmax(0, 1fr);
  }
  /* In its own row whatever stands above it: not everybody has months and gauges. */
  > div:has(> main) {
    grid-row: 4;
  }
  > footer {
    grid-row: 5;
  }
`;

/** The first that Tab reaches: leads past months and sections. */
const Skip = styled.a`
  position: absolute;
  z-index: 30;
  top: -40px;
  left: ${space.two};
  padding: ${space.two} ${space.three};
  background: ${color.paper};
  color: ${color.text};
  border-radius: ${size.radius};
  &:focus {
    top: ${space.one};
  }
`;

const Top = styled.header`
  display: flex;
  align-items: center;
  gap: ${space.four};
  padding: 0 ${space.four};
  background: ${color.ink};
  color: ${color.textOnInk};
  a {
    display: flex;
    align-items: center;
    gap: ${space.two};
    text-decoration: none;
    font-size: 0.9375rem;
  }
  > span {
    color: ${color.textOnInkQuiet};
  }
  ${narrow} {
    gap: ${space.two};
    padding: 0 ${space.two};
    > span,
    kbd,
    small {
      display: none;
    }
  }
  > button[data-find] {
    display: flex;
    align-items: center;
    gap: ${space.two};
    width: 320px;
    min-width: 0;
    overflow: hidden;
    white-space: nowrap;
    height: 28px;
    margin-left: auto;
    padding: 0 ${space.two};
    border: 1px solid ${color.inkLine};
    border-radius: ${size.radius};
    background: ${color.inkRaised};
    color: ${color.textOnInkQuiet};
    cursor: pointer;
  }
  kbd {
    margin-left: auto;
    padding: 0 ${space.one};
    border: 1px solid ${color.inkLine};
    border-radius: 3px;
    font: inherit;
    font-size: ${type.small};
  }
`;

const Middle = styled.div`
  display: flex;
  min-height: 0;
  ${narrow} {
    flex-direction: column-reverse;
    main {
      overflow: auto;
    }
    main > div:last-child {
      flex: none;
      height: auto;
    }
  }
  main {
    flex: 1;
    min-width: 0;
    min-height: 0;
    display: flex;
    flex-direction: column;
  }
  main > div:last-child {
    flex: 1;
    min-height: 0;
  }
`;

const Banner = styled.p`
  padding: ${space.one} ${space.four};
  background: ${color.gapSoft};
  color: ${color.gap};
  font-weight: 600;
`;

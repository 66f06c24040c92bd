import {
  BarChart3,
  CalendarCheck,
  ClipboardCheck,
  Clock,
  Ellipsis,
  HardHat,
  House,
  Lock,
  Receipt,
  ScrollText,
  Settings,
  Truck,
  Waves,
  type LucideIcon,
} from 'lucide-react';
import { Button } from 'react-aria-components/Button';
import { Menu, MenuItem, MenuTrigger } from 'react-aria-components/Menu';
import { Popover } from 'react-aria-components/Popover';
import { useLocation } from 'react-router';
import styled from 'styled-components';
import type { Permission, PersonRole } from '@lowtide/core/people/roles.ts';
import { useMay, useSession } from '../api/session.tsx';
import { AsOfLink, useGo } from '../api/as-of.tsx';
import { color, narrow, size, space, type } from '../theme/tokens.ts';

/** In the order of the work. */
const SECTIONS: readonly Section[] = [
  { path: '/today', name: 'Today', icon: CalendarCheck, may: 'read-projects' },
  { path: '/hours', name: 'My hours', icon: Clock, may: 'own-hours', only: 'worker' },
  { path: '/projects', name: 'Projects', icon: House, may: 'read-projects' },
  {
    path: '/buying',
    name: 'Buying',
    icon: Truck,
    may: 'read-books',
    has: /^\/orders\/|^\/costs\/(orders|subcontracts|goods)\//,
  },
  { path: '/costs', name: 'Costs', icon: ScrollText, may: 'read-books' },
  { path: '/labor', name: 'Labor', icon: HardHat, may: 'see-pay', has: /^\/costs\/(hours|payroll)\// },
  { path: '/approvals', name: 'Approve', icon: ClipboardCheck, may: 'plan-projects', only: 'manager' },
  { path: '/recognition', name: 'Recognition', icon: Waves, may: 'read-books' },
  {
    ...{ path: '/billing', name: 'Billing', icon: Receipt, may: 'read-books' },
    has: /^\/costs\/(invoices|applications|certificates|retention-invoices|deposit-invoices|plain-invoices|work-invoices|receipts)\//,
  },
  { path: '/reports', name: 'Reports', icon: BarChart3, may: 'read-projects', has: /^\/documents$/ },
  { path: '/closing', name: 'Closing', icon: Lock, may: 'read-books' },
  { path: '/settings', name: 'Settings', icon: Settings, may: 'read-books' },
];

interface Section {
  readonly path: string;
  readonly name: string;
  readonly icon: LucideIcon;
  readonly may: Permission;
  /** Left out for everybody else: they have it on another page. */
  readonly only?: PersonRole;
  /** Addresses of pages that are its own, beside those below its path. */
  readonly has?: RegExp;
}

/** The section a page is of: one that names it goes before one whose path it lies below. */
function sectionAt(pathname: string): Section | undefined {
  return (
    SECTIONS.find(({ has }) => has?.test(pathname)) ??
    SECTIONS.find(({ path }) => `${pathname}/`.startsWith(`${path}/`))
  );
}

/** As many as stand side by side on a phone; the others are behind one more. */
const ON_PHONE = 4;

export function Sections() {
  const { pathname } = useLocation();
  const { person } = useSession();
  const may = useMay();
  const offered = SECTIONS.filter(
    ({ may: permission, only }) => may(permission) && (only ?? person?.role) === person?.role,
  );
  const at = sectionAt(pathname);
  return (
    <Bar aria-label="Sections">
      {offered.map(({ path, name, icon: Icon }, place) => (
        <AsOfLink
          key={path}
          to={path}
          aria-current={path === at?.path ? 'page' : undefined}
          data-foot={path === '/settings' || undefined}
          data-more={place >= ON_PHONE || undefined}
        >
          <Icon size={18} strokeWidth={1.6} aria-hidden />
          {name}
        </AsOfLink>
      ))}
      {offered.length > ON_PHONE ? <More sections={offered.slice(ON_PHONE)} at={at} /> : null}
    </Bar>
  );
}

/** On a phone: the sections for which there is no room. */
function More({ sections, at }: { readonly sections: readonly Section[]; readonly at: Section | undefined }) {
  const go = useGo();
  return (
    <MenuTrigger>
      <MoreButton data-current={sections.some(({ path }) => path === at?.path) || undefined}>
        <Ellipsis size={18} strokeWidth={1.6} aria-hidden />
        More
      </MoreButton>
      <MorePopover placement="top end">
        <Menu aria-label="More sections" onAction={(path) => go(String(path))}>
          {sections.map(({ path, name, icon: Icon }) => (
            <MenuItem key={path} id={path} textValue={name}>
              <Icon size={16} strokeWidth={1.6} aria-hidden /> {name}
            </MenuItem>
          ))}
        </Menu>
      </MorePopover>
    </MenuTrigger>
  );
}

const MoreButton = styled(Button)`
  display: none;
  justify-items: center;
  flex: 1;
  gap: ${space.half};
  padding: ${space.one};
  border: 0;
  background: none;
  color: ${color.textQuiet};
  font-size: ${type.small};
  &[data-current] {
    color: ${color.text};
    font-weight: 650;
  }
  ${narrow} {
    display: grid;
  }
`;

const MorePopover = styled(Popover)`
  min-width: 180px;
  padding: ${space.one};
  background: ${color.field};
  border: 1px solid ${color.lineStrong};
  border-radius: ${size.radius};
  [role='menuitem'] {
    display: flex;
    align-items: center;
    gap: ${space.two};
    min-height: 40px;
    padding: 0 ${space.three};
  }
  [data-focused] {
    background: ${color.paperDeep};
  }
`;

const Bar = styled.nav`
  display: flex;
  flex-direction: column;
  width: ${size.sections};
  padding-top: ${space.two};
  background: ${color.paperDim};
  border-right: 1px solid ${color.line};
  a {
    display: grid;
    justify-items: center;
    gap: ${space.half};
    padding: ${space.two} 0;
    border-left: 3px solid transparent;
    font-size: ${type.small};
    color: ${color.textQuiet};
    text-decoration: none;
  }
  a:hover {
    color: ${color.text};
  }
  a[aria-current] {
    color: ${color.text};
    font-weight: 650;
    background: ${color.paper};
    border-left-color: ${color.billedBright};
  }
  a[data-foot] {
    margin-top: auto;
    margin-bottom: ${space.two};
  }
  ${narrow} {
    flex-direction: row;
    width: 100%;
    padding: 0;
    border-top: 1px solid ${color.line};
    a[data-more] {
      display: none;
    }
    a {
      flex: 1;
      padding: ${space.one};
      border-left: 0;
    }
    a[data-foot] {
      margin: 0;
    }
  }
`;

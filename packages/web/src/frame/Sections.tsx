import {
  BarChart3,
  ClipboardCheck,
  Clock,
  HardHat,
  House,
  Lock,
  Receipt,
  ScrollText,
  Settings,
  Waves,
  type LucideIcon,
} from 'lucide-react';
import { useLocation } from 'react-router';
import styled from 'styled-components';
import type { Permission, PersonRole } from '@lowtide/core/people/roles.ts';
import { useMay, useSession } from '../api/session.tsx';
import { AsOfLink } from '../api/as-of.tsx';
import { color, narrow, size, space, type } from '../theme/tokens.ts';

/** In the order of the month's work. */
const SECTIONS: readonly Section[] = [
  { path: '/hours', name: 'My hours', icon: Clock, may: 'own-hours', only: 'worker' },
  { path: '/costs', name: 'Costs', icon: ScrollText, may: 'read-books' },
  { path: '/labor', name: 'Labor', icon: HardHat, may: 'see-pay' },
  { path: '/approvals', name: 'Approve', icon: ClipboardCheck, may: 'plan-projects', only: 'manager' },
  { path: '/projects', name: 'Projects', icon: House, may: 'read-projects' },
  { path: '/earning', name: 'Earning', icon: Waves, may: 'read-books' },
  { path: '/billing', name: 'Billing', icon: Receipt, may: 'read-books' },
  { path: '/reports', name: 'Reports', icon: BarChart3, may: 'read-projects' },
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
}

export function Sections() {
  const { pathname } = useLocation();
  const { person } = useSession();
  const may = useMay();
  const offered = SECTIONS.filter(
    ({ may: permission, only }) => may(permission) && (only ?? person?.role) === person?.role,
  );
  return (
    <Bar aria-label="Sections">
      {offered.map(({ path, name, icon: Icon }) => (
        <AsOfLink
          key={path}
          to={path}
          aria-current={pathname.startsWith(path) ? 'page' : undefined}
          data-foot={path === '/settings' || undefined}
        >
          <Icon size={18} strokeWidth={1.6} aria-hidden />
          {name}
        </AsOfLink>
      ))}
    </Bar>
  );
}

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
    overflow-x: auto;
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

import { BarChart3, House, Lock, Receipt, ScrollText, Settings, Waves } from 'lucide-react';
import { useLocation } from 'react-router';
import styled from 'styled-components';
import { AsOfLink } from '../api/as-of.tsx';
import { color, size, space, type } from '../theme/tokens.ts';

/** In the order of the month's work. */
const SECTIONS = [
  { path: '/costs', name: 'Costs', icon: ScrollText },
  { path: '/projects', name: 'Projects', icon: House },
  { path: '/earning', name: 'Earning', icon: Waves },
  { path: '/billing', name: 'Billing', icon: Receipt },
  { path: '/reports', name: 'Reports', icon: BarChart3 },
  { path: '/closing', name: 'Closing', icon: Lock },
  { path: '/settings', name: 'Settings', icon: Settings },
] as const;

export function Sections() {
  const { pathname } = useLocation();
  return (
    <Bar aria-label="Sections">
      {SECTIONS.map(({ path, name, icon: Icon }) => (
        <AsOfLink key={path} to={path} aria-current={pathname.startsWith(path) ? 'page' : undefined}>
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
  a:last-child {
    margin-top: auto;
    margin-bottom: ${space.two};
  }
`;

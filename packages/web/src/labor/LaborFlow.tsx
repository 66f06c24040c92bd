import styled from 'styled-components';
import { color, space, type } from '../theme/tokens.ts';

const STEPS = [
  { what: 'Hours', posts: 'Dr cost of the project, or indirect labor', and: 'Cr labor clearing, at rates' },
  { what: 'Payroll', posts: 'Dr labor clearing, as paid', and: 'Cr net pay, taxes and deductions' },
  { what: 'True-up', posts: 'Dr cost of the same hours, or labor variance', and: 'Cr labor clearing, the difference' },
] as const;

/** How an hour reaches cost once: what each step posts, and where both sides meet. */
export function LaborFlow() {
  return (
    <Steps aria-label="What each step posts">
      {STEPS.map(({ what, posts, and }) => (
        <li key={what}>
          <b>{what}</b>
          <span>{posts}</span>
          <span>{and}</span>
        </li>
      ))}
      <li>
        <b>So labor counts once</b>
        <span>Labor clearing holds what was worked and is not paid, and what was paid beyond the rates.</span>
      </li>
    </Steps>
  );
}

const Steps = styled.ol`
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: ${space.two};
  margin: 0 0 ${space.three};
  padding: 0;
  list-style: none;
  font-size: ${type.small};
  li {
    display: flex;
    flex-direction: column;
    padding: ${space.two};
    border-left: 3px solid ${color.lineStrong};
    background: ${color.paperDim};
  }
  @media (max-width: 700px) {
    grid-template-columns: 1fr 1fr;
  }
`;

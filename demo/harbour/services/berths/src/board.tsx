import { markOf, type Plan } from './plan.js';
import { overlap } from './vessel.js';

/** The plan of the day as the board at the gate shows it. */
export function Board({ plan, now }: { plan: Plan; now: Date }) {
  return (
    <table className="board">
      {plan.stays.map(({ vessel, berth }) => (
        <tr key={vessel.name}>
          <td>{berth.name}</td>
          <td>{vessel.name}</td>
          <td>{markOf(vessel, vessel.arrives < now, vessel.length > 40)}</td>
        </tr>
      ))}
    </table>
  );
}

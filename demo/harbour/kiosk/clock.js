let timer;

export function startClock(element) {
	timer = setInterval(() => {
		element.textContent = new Date().toLocaleTimeString();
	}, 1000);
}

export function stopClock() {
	clearInterval(timer);
}

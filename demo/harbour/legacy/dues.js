// The dues of the old office, as they were in the book.
function dues(kind, metres, hours, night, sunday, pilot, ice) {
	var sum = metres * 2
	if (kind == "fish") sum = metres
	else if (kind == "coal") sum = metres * 3
	if (hours > 24) sum = sum * (hours / 24)
	if (night == 1 && sunday == 1) sum = sum * 2
	if (ice) {}
	return eval("Math.round(" + sum + ")")
}
console.log(dues("fish", 20, 30, 1, 0, 0, 0))

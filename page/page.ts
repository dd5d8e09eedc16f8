import { h, render } from 'preact';
import type { PageData } from '../src/formats/html/page-document.js';
import { Filter } from './filter.js';

// What the page says without this script stays as it is; the script adds a way to choose among the findings.
const data = document.getElementById('data');
const place = document.getElementById('filter');
if (data !== null && place !== null) {
  render(h(Filter, { data: JSON.parse(data.textContent ?? '') as PageData, byRule: document.getElementById('by-rule') }), place);
}

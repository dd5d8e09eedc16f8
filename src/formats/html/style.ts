// elvar waive text/line-width throughout because a rule of a style sheet is one row
/**
 * The page's style. Colours have the contrast of WCAG 2.2 AA against the ground that they stand on (section 1.4.3: 4.5 to 1); levels are
 * told by words too, never by colour alone. It has no character that HTML would escape.
 */
export const STYLE = `
:root { color-scheme: light dark; --ground: #fff; --raised: #f3f6f8; --line: #c9d2da; --text: #1b2733; --faint: #4d5b68; --link: #0b5cad;
  --error: #a8201a; --warning: #7d4b00; --note: #1d5a9e; --mark: #ffe49c; --mark-text: #1b2733; --shade: 11, 92, 173; }
@media (prefers-color-scheme: dark) {
  :root { --ground: #12181f; --raised: #1c252e; --line: #3b4855; --text: #e6ebf0; --faint: #a9b6c2; --link: #8fc1ff;
    --error: #ff9d95; --warning: #f2ba6b; --note: #9ac7ff; --mark: #6a5310; --mark-text: #fff3cf; --shade: 143, 193, 255; }
}
* { box-sizing: border-box; }
body { margin: 0; background: var(--ground); color: var(--text); font: 16px/1.5 system-ui, sans-serif; }
header, main, footer { max-width: 72rem; margin: 0 auto; padding: 0 1rem; }
header { padding-top: 1.5rem; }
h1 { font-size: 1.5rem; margin: 0; }
h2 { font-size: 1.25rem; margin: 2.5rem 0 .5rem; border-bottom: 1px solid var(--line); padding-bottom: .25rem; }
h3 { font-size: 1rem; margin: 0; display: inline; }
p { margin: .25rem 0 .75rem; max-width: 50rem; }
a { color: var(--link); }
nav ul { display: flex; flex-wrap: wrap; gap: .25rem 1.25rem; list-style: none; padding: 0; margin: .75rem 0 0; }
.faint { color: var(--faint); }
.error { color: var(--error); } .warning { color: var(--warning); } .note { color: var(--note); }
.level { font-weight: 600; }
.numbers { display: flex; flex-wrap: wrap; gap: .5rem; padding: 0; margin: .75rem 0; list-style: none; }
.numbers li { background: var(--raised); border: 1px solid var(--line); border-radius: .4rem; padding: .4rem .8rem; min-width: 6.5rem; }
.numbers b { display: block; font-size: 1.4rem; line-height: 1.2; }
.wide { overflow-x: auto; border: 1px solid var(--line); border-radius: .4rem; }
table { border-collapse: collapse; font-size: .9rem; width: 100%; }
th, td { text-align: left; padding: .3rem .6rem; border-bottom: 1px solid var(--line); vertical-align: top; overflow-wrap: break-word; min-width: 3rem; }
td code, time { white-space: nowrap; }
#exceptions td:first-child code { white-space: normal; overflow-wrap: anywhere; }
#exceptions td:first-child, #exceptions td:last-child { min-width: 16rem; }
thead th { background: var(--raised); white-space: nowrap; }
tbody tr:last-child th, tbody tr:last-child td { border-bottom: 0; }
tbody th { font-weight: 400; }
.number { text-align: right; font-variant-numeric: tabular-nums; }
.s1 { background: rgba(var(--shade), .06); } .s2 { background: rgba(var(--shade), .12); } .s3 { background: rgba(var(--shade), .19); }
.s4 { background: rgba(var(--shade), .27); } .s5 { background: rgba(var(--shade), .36); }
details { border: 1px solid var(--line); border-radius: .4rem; margin: .5rem 0; }
summary { padding: .5rem .75rem; cursor: pointer; background: var(--raised); border-radius: .4rem; overflow-wrap: anywhere; }
summary h3 { margin: 0 .35rem; } summary .faint { margin-left: .6rem; }
summary:focus-visible, a:focus-visible { outline: 3px solid var(--link); outline-offset: 1px; }
.inside { padding: .5rem .75rem; }
.places { list-style: none; padding: 0; margin: .5rem 0; }
.places li { padding: .4rem 0; border-top: 1px solid var(--line); overflow-wrap: anywhere; }
code, pre { font-family: ui-monospace, monospace; font-size: .875em; }
pre { margin: .25rem 0 0; padding: .35rem .6rem; background: var(--raised); border-radius: .3rem; overflow-x: auto; white-space: pre; }
mark { background: var(--mark); color: var(--mark-text); border-radius: .15rem; }
.trail { margin: .25rem 0 .5rem; padding-left: 1.25rem; font-size: .9rem; }
footer { padding: 2rem 1rem; }
.filter { display: flex; flex-wrap: wrap; gap: .5rem 1rem; align-items: end; background: var(--raised); border: 1px solid var(--line); border-radius: .4rem; padding: .6rem .75rem; margin: .5rem 0; }
.filter label { display: inline-flex; flex-direction: column; gap: .25rem; font-size: .85rem; max-width: 100%; } .filter fieldset label { flex-direction: row; gap: .25rem; margin-right: .6rem; align-items: center; }
.filter .grow { flex: 1 1 14rem; } .filter fieldset { border: 0; padding: 0; margin: 0; font-size: .85rem; } .filter legend { padding: 0; }
input, select, button { font: inherit; color: inherit; background: var(--ground); border: 1px solid var(--faint); border-radius: .3rem; padding: .25rem .5rem; max-width: 100%; }
input:focus-visible, select:focus-visible, button:focus-visible, pre:focus-visible, .wide:focus-visible { outline: 3px solid var(--link); outline-offset: 1px; }
[hidden] { display: none; }
.tree { list-style: none; padding-left: 1.1rem; margin: .25rem 0; } section > .tree { padding-left: 0; } .tree li { margin: .2rem 0; } .tree details { border: 0; margin: 0; } .tree summary { background: none; padding: .1rem 0; } .tree summary .faint { margin-left: 0; }
.chip { display: inline-block; border: 2px solid; border-radius: 1rem; padding: 0 .55rem; font-size: .8rem; text-decoration: none; color: var(--text); }
.m0 { border-color: #3b78b5; } .m1 { border-color: #b5683b; border-style: dashed; } .m2 { border-color: #3b9a5a; } .m3 { border-color: #a04fa0; border-style: dashed; }
.m4 { border-color: #8a8a2e; } .m5 { border-color: #3b9a9a; border-style: dashed; } .m6 { border-color: #b53b5f; } .m7 { border-color: #6a6fd0; border-style: dashed; }
@media print { .inside { display: block; } summary { break-after: avoid; } .places li { break-inside: avoid; } nav { display: none; } }
@media (max-width: 40rem) { body { font-size: 15px; } th, td { padding: .25rem .4rem; } }
`;

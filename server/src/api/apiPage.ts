import type { ApiDocument } from './openapi.ts';

const escaped = (value: unknown) =>
  String(value).replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);
const block = (value: unknown) => `<pre>${escaped(JSON.stringify(value, null, 2))}</pre>`;
const folded = (title: string, inside: string) =>
  `<details><summary>${escaped(title)}</summary>${inside}</details>`;

/** The description of the API for people: every address, what it takes and answers, and every kind of record. */
export function apiPage({ info, paths, components }: ApiDocument): string {
  const addresses = Object.entries(paths).flatMap(([path, operations]) =>
    Object.entries(operations).map(([method, operation]) => {
      const { summary, parameters, requestBody, responses } = operation;
      return `<section><h2><code>${escaped(method.toUpperCase())} ${escaped(path)}</code></h2><p>${escaped(summary)}</p>
${parameters.length > 0 ? folded('Parameters', block(parameters)) : ''}
${requestBody ? folded('Body', block(requestBody)) : ''}
<ul>${Object.entries(responses)
        .map(([status, answer]) => {
          const { description, content } = answer as { description: string; content?: unknown };
          return `<li><strong>${escaped(status)}</strong> ${content ? folded(description, block(content)) : escaped(description)}</li>`;
        })
        .join('')}</ul></section>`;
    }),
  );
  const kinds = Object.entries(components.schemas).map(([name, schema]) =>
    folded(name, block(schema)),
  );
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${escaped(info.title)}: its API</title>
<style>body{font:16px/1.5 system-ui,sans-serif;max-width:60rem;margin:2rem auto;padding:0 1rem;background:#f5eee0;color:#2a211b}
pre{overflow:auto;background:#fffaf0;padding:.8rem;border:1px solid #d9ccb4}section{border-top:1px solid #d9ccb4}
li details{display:inline-block;vertical-align:top;max-width:100%}summary{cursor:pointer;min-height:1.6rem}</style></head><body>
<h1>${escaped(info.title)}: its API</h1><p>${escaped(info.description)} As OpenAPI: <a href="/api/v1/openapi.json">openapi.json</a>.</p>
${addresses.join('\n')}<h2>Shapes</h2>${kinds.join('\n')}</body></html>`;
}

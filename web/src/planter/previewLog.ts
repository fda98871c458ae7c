import Papa from 'papaparse';

export interface LogPreview {
  format: 'csv' | 'geojson';
  headers: string[];
  /** Cells of the first line. */
  sample: string[];
}

const HEAD_BYTES = 65_536;

/** The first feature in the head of a GeoJSON file, which need not be a whole file. */
function firstFeature(text: string): Record<string, unknown> | null {
  const start = text.indexOf('{', text.indexOf('"features"'));
  if (start < 0 || !text.includes('"features"')) return null;
  for (let end = text.indexOf('}', start); end > 0; end = text.indexOf('}', end + 1)) {
    try {
      return JSON.parse(text.slice(start, end + 1)) as Record<string, unknown>;
    } catch {
      // A brace inside the feature: try the next.
    }
  }
  return null;
}

/**
 * Reads the head of a planter log: what its columns are called.
 * @returns null when it is neither CSV with a header nor GeoJSON points
 * @example await previewLog(file) // { format: 'csv', headers: ['time', 'row', …], sample: […] }
 */
export async function previewLog(file: Blob): Promise<LogPreview | null> {
  const text = (await file.slice(0, HEAD_BYTES).text()).replace(/^\ufeff/, '');
  if (text.trimStart().startsWith('{')) {
    const feature = firstFeature(text);
    if (!feature) return null;
    const properties = (feature.properties ?? {}) as Record<string, unknown>;
    const [longitude, latitude] =
      (feature.geometry as { coordinates?: number[] } | null)?.coordinates ?? [];
    return {
      format: 'geojson',
      headers: ['longitude', 'latitude', ...Object.keys(properties)],
      sample: [longitude, latitude, ...Object.values(properties)].map((value) =>
        String(value ?? ''),
      ),
    };
  }
  const { data } = Papa.parse<string[]>(text, { preview: 2 });
  const [headers, sample] = data;
  if (!headers || headers.length < 3 || !sample) return null;
  return { format: 'csv', headers: headers.map((header) => header.trim()), sample };
}

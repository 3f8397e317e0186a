/** The one page a phone sees: plain, without scripts. */
export function phonePage(
  note: { readonly tone: 'good' | 'bad'; readonly words: string } | null,
  form: boolean,
): string {
  const line = note
    ? `<p role="${note.tone === 'bad' ? 'alert' : 'status'}" class="${note.tone}">${note.words}</p>`
    : '';
  const body = form
    ? `<form method="post" action="/api/phone" enctype="multipart/form-data">
<label>Picture of the board<input type="file" name="photo" accept="image/png,image/jpeg,image/webp" capture="environment" required></label>
<p>Straight from above, clean, sharp, evenly lit.</p>
<button>Send it to the bench</button>
</form>`
    : '';
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>Zebbit: picture from the phone</title>
<style>body{font:18px/1.4 sans-serif;margin:0;padding:24px;background:#f4efe6;color:#1d2426;max-width:34rem}h1{font-size:24px}label{display:block;font-weight:600}input{display:block;margin:12px 0;font-size:18px;width:100%}button{font-size:20px;padding:14px 20px;border:0;border-radius:12px;background:#9a4a1f;color:#fff;width:100%}.good{background:#dcebdd;padding:12px;border-radius:10px}.bad{background:#f6d9d3;padding:12px;border-radius:10px}</style></head>
<body><h1>Zebbit</h1>${line}${body}</body></html>`;
}

/** What is said when a session is unknown or over. */
export const LINK_OVER =
  'This link was opened before or its ten minutes are over. Show the code on the bench again.';

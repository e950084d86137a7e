import { loadAuthority } from "@/features/who/index.server";

export async function GET() {
  const authority = await loadAuthority();
  if (!authority) return new Response(null, { status: 404 });
  return new Response(new Uint8Array(authority.raw), {
    headers: {
      "content-type": "application/x-x509-ca-cert",
      "content-disposition": 'attachment; filename="yard-tack.crt"',
      "cache-control": "no-store",
    },
  });
}

import { receivePhoto, sendPhoto } from "@/features/run-sheet/index.server";

type Place = { params: Promise<{ id: string; photo: string }> };

export async function PUT(request: Request, { params }: Place) {
  const { id, photo } = await params;
  return receivePhoto(request, id, photo);
}

export async function GET(_: Request, { params }: Place) {
  const { id, photo } = await params;
  return sendPhoto(id, photo);
}

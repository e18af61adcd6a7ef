/** A place on its way. */
export default function Loading() {
  return (
    <main className="contours flex h-full items-center justify-center" aria-busy="true">
      <p className="text-soft">Opening …</p>
    </main>
  );
}

/** Says where the figures in a form come from that was left half-filled. */
export const FoundAgain = () => (
  <p className="small soft">As you left it: go on, or cancel to give it up.</p>
);

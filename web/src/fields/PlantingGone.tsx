import { Link } from 'react-router';

/** In place of a screen whose planting is nowhere to be found. */
export const PlantingGone = () => (
  <p>
    This planting is not on this device. <Link to="/fields">Back to the fields</Link>
  </p>
);

import { NavLink, useSearchParams } from 'react-router';
import styles from './ReckonerTabs.module.css';

const TABS = [
  ['/targets', 'Targets'],
  ['/depth', 'How deep'],
  ['/convert', 'Convert'],
] as const;

/** The reckoner's cards. One opened on a planting stays on it from card to card. */
export function ReckonerTabs() {
  const [search] = useSearchParams();
  const planting = search.get('planting');
  return (
    <nav aria-label="Reckoner" className={styles.tabs}>
      {TABS.map(([path, label]) => (
        <NavLink key={path} to={planting ? `${path}?planting=${planting}` : path}>
          {label}
        </NavLink>
      ))}
    </nav>
  );
}

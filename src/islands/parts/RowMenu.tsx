import { Menu } from '@mantine/core';
import { IconDots } from '@tabler/icons-react';
import { type ReactNode, type SyntheticEvent, useRef, useState } from 'react';
import styles from './RowMenu.module.css';

type Props = {
  readonly label: string;
  /** The items; they close it. */
  readonly children: ReactNode;
};

/**
 * What can be done with one row of many. Until somebody opens it there is a button and nothing else: fifty menus that
 * wait take longer to come alive than the list they stand in.
 */
export function RowMenu({ label, children }: Props) {
  const [opened, setOpened] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const close = (): void => {
    setOpened(false);
    button.current?.focus();
  };
  /** Else its own button would be outside of the menu: closed by the press, it would be opened again by the click. */
  const own = (event: SyntheticEvent): void => {
    if (opened) event.stopPropagation();
  };
  return (
    <span className={styles.place}>
      <button
        ref={button}
        type="button"
        className={styles.button}
        aria-label={label}
        aria-haspopup="menu"
        aria-expanded={opened}
        onMouseDown={own}
        onTouchStart={own}
        onClick={() => (opened ? close() : setOpened(true))}
      >
        <IconDots size={18} aria-hidden />
      </button>
      {opened && (
        <Menu opened onChange={(open) => !open && close()} position="bottom-end">
          <Menu.Target>
            <span className={styles.anchor} />
          </Menu.Target>
          <Menu.Dropdown aria-label={label}>{children}</Menu.Dropdown>
        </Menu>
      )}
    </span>
  );
}

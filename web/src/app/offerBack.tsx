import { notifications } from "@mantine/notifications";

/** Say that something was kept, with one press that takes it back. */
export function offerBack(id: string, said: string, back: () => void, autoClose?: number) {
  notifications.show({
    id,
    autoClose,
    message: (
      <span>
        {said}{" "}
        <button
          type="button"
          className="link"
          onClick={() => {
            notifications.hide(id);
            back();
          }}
        >
          Take it back
        </button>
      </span>
    ),
  });
}

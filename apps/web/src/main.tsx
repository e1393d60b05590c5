import './style/theme.css';
import { useEffect } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Outlet, RouterProvider, useNavigate } from 'react-router';
import { setBlobKeeper } from './bench/blob-uploads';
import { setPageNavigation } from './bench/page-navigation';
import { useSettings } from './bench/settings-store';
import { forgetBlob, keepBlob } from './bench/unsaved';
import { Notices } from './frame/Notices';
import { Bench } from './stages/Bench';
import { StartPage } from './start/StartPage';

function Root() {
  const theme = useSettings((state) => state.theme);
  const navigate = useNavigate();
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  useEffect(() => setPageNavigation(navigate), [navigate]);
  return (
    <>
      <Outlet />
      <Notices />
    </>
  );
}

const router = createBrowserRouter([
  {
    element: <Root />,
    children: [
      { path: '/', element: <StartPage /> },
      { path: '/c/:id/:stage?', element: <Bench /> },
      { path: '*', element: <StartPage /> },
    ],
  },
]);

setBlobKeeper({ keep: keepBlob, forget: forgetBlob });

const root = document.getElementById('root');
if (root) createRoot(root).render(<RouterProvider router={router} />);

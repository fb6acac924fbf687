// Before anything is painted: Dim where it was chosen, or where the system asks for it and nothing was chosen. The page itself takes over.
let theme = 'system';
try {
  theme = JSON.parse(localStorage.getItem('hushto.settings') ?? '{}').state?.theme ?? 'system';
} catch {
  // What cannot be read was not chosen.
}
const dim = theme === 'dim' || (theme === 'system' && matchMedia('(prefers-color-scheme: dark)').matches);
document.documentElement.classList.toggle('dim', dim || location.pathname.startsWith('/pocket/'));

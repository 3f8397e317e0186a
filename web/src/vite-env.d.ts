declare module '@fontsource-variable/atkinson-hyperlegible-next';
declare module '@fontsource-variable/jetbrains-mono';

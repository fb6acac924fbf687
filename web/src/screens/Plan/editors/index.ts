/** The editors of a brief's values, one chunk of the page. */
export { AimEditor } from './AimEditor.tsx';
export { HoldEditor } from './HoldEditor.tsx';
export { BodyEditor, FocalEditor, LensEditor, StabiliserEditor } from './KitEditors.tsx';
export { EvEditor, FlickerEditor, SceneEditor } from './LightEditors.tsx';
export { MoreKit } from './MoreKit.tsx';
export { MoreLight } from './MoreLight.tsx';
export { MorePicture } from './MorePicture.tsx';
export { BurstEditor, ConfidenceEditor, IsoCeilingEditor, LiftEditor, ViewEditor } from './PictureEditors.tsx';
export { DepthEditor, DirectionEditor, DistanceEditor, FollowEditor, SpeedEditor } from './SubjectEditors.tsx';
export { WatchEditor } from './WatchEditor.tsx';
export { SubjectEditor } from './SubjectEditor.tsx';

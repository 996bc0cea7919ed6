package oakmirror.desk.look;

import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.transform.Scale;

/** Draws its content larger or smaller by the {@link InterfaceScale}: laid out in as much less room, so that it fills the same. */
public final class ScaledPane extends Pane {

    private final Region content;
    private final Scale scale = new Scale(1, 1, 0, 0);

    /** A pane around some content. */
    public ScaledPane(Region content) {
        this.content = content;
        content.getTransforms().add(scale);
        getChildren().add(content);
        InterfaceScale.follow(this, k -> {
            scale.setX(k);
            scale.setY(k);
            requestLayout();
        });
    }

    @Override
    protected void layoutChildren() {
        content.resizeRelocate(0, 0, getWidth() / scale.getX(), getHeight() / scale.getY());
    }

    @Override
    protected double computeMinWidth(double height) {
        return content.minWidth(height < 0 ? height : height / scale.getY()) * scale.getX();
    }

    @Override
    protected double computeMinHeight(double width) {
        return content.minHeight(width < 0 ? width : width / scale.getX()) * scale.getY();
    }

    @Override
    protected double computePrefWidth(double height) {
        return content.prefWidth(height < 0 ? height : height / scale.getY()) * scale.getX();
    }

    @Override
    protected double computePrefHeight(double width) {
        return content.prefHeight(width < 0 ? width : width / scale.getX()) * scale.getY();
    }
}

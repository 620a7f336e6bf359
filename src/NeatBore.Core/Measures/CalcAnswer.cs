using System.Text.Json.Serialization;
using NeatBore.Core.Centring;
using NeatBore.Core.Fasteners;
using NeatBore.Core.Fits;

namespace NeatBore.Core.Measures;

/// <summary>The answer of any calculator. A new calculator adds its line here so that logs and figures can carry its answer.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "calculator")]
[JsonDerivedType(typeof(InterferenceFit.Answer), "interference-fit")]
[JsonDerivedType(typeof(Squareness.Answer), "squareness")]
[JsonDerivedType(typeof(WrenchSetting.Answer), "wrench-setting")]
[JsonDerivedType(typeof(DrawTravel.Answer), "draw-travel")]
public abstract record CalcAnswer
{
    /// <summary>The formula and its source in one line.</summary>
    public abstract string Model { get; }
}
